"""The link comes up: set on the bench, read on site, hunted when dark, signed off."""
