"""The backbone: places, pathways, cables and strands, pulling, and what fails together."""
