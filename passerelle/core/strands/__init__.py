"""What parts do to strands, and each strand from port to port."""
