"""Instruments: one small protocol, and a simulated stand-in of each, honest about being none."""
