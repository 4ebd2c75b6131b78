"""Find out next."""
