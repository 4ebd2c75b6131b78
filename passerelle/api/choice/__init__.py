"""Needs, options and prices."""
