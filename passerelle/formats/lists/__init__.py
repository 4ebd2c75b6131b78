"""Lists from elsewhere: places, pathways, cables, needs and links from anybody's spreadsheet."""
