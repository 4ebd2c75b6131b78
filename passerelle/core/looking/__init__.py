"""Find out next: every unknown and guess of a plan, and what hangs on it."""
