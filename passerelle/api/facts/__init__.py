"""What was seen and done, files of things, and kept states."""
