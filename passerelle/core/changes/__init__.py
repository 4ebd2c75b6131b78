"""Changes of a whole plan: typed, by id, pure; each gives a new plan or a refusal."""
