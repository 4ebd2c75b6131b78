"""Turn-up: lists, levels, hunts and signatures."""
