"""What is decided: the plan's own words, and nothing computed from them."""
