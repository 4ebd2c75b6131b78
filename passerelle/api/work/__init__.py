"""Long work: how far it is, and stopping it."""
