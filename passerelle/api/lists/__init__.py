"""Lists from elsewhere."""
