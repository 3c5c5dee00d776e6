"""Planted faults: deliberately wrong versions, to measure what inputs would notice."""
