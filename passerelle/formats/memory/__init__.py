"""Memories of pluggable modules: SFF-8472, SFF-8636 and CMIS, read from dumps."""
