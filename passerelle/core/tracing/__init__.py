"""Traces: what an instrument should draw of a run, what it drew, and where that is on site."""
