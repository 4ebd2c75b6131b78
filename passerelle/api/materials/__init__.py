"""What to buy and to cut."""
