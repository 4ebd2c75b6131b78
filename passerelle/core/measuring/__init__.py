"""What a tester has to know beforehand: runs, and their limits by the method in use."""
