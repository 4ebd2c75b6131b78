"""Records: what runs where, what is free, what changed; and search over everything."""
