"""What to buy, what to cut and how long the work takes, worked out from the plan itself."""
