"""The backbone: survey, cables, strands, pulls, what fails together."""
