"""Pages, figures and notebooks."""
