"""What would cure a finding, and what else the same path could carry."""
