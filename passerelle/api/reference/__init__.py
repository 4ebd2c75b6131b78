"""What forms offer to choose from, and the field guide."""
