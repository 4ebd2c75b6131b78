"""Stored plans: rows with foreign keys, every change one transaction and one revision."""
