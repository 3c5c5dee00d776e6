"""Surveys: measures, tangles, the cache and gates."""
