"""The lock-keepers' office of the Ellerbeck Canal."""
