"""Conditions as values: a condition says itself what its arms would say."""
