"""Visits: who goes where, when, with what, and what is done."""
