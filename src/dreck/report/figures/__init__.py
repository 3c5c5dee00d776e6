"""Figures, drawn with matplotlib without a screen: PNG or SVG as bytes."""
