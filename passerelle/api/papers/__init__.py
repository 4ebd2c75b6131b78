"""What leaves the screen as a file."""
