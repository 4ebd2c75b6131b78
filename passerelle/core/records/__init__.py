"""The book as built: what runs where, what is free, what changed, and where to find it."""
