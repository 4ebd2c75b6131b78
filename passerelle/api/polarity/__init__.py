"""A link's strands from port to port."""
