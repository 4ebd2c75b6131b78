"""Practice: drills made from seeds on small plants of their own, never mixed with a plan."""
