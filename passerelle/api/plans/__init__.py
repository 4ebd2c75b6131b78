"""Whole plans: list, head, history, files in and out."""
