"""Practice: drills, what looks show, grades, progress, sets, and the first hour."""
