"""Trace files as SR-4731 has them, versions 1 and 2: strict on lengths, written byte-stable."""
