"""Results as data and, later, in open formats and figures."""
