"""The record of the steps that were written, from which each can be taken back."""
