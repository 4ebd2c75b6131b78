"""One kind of drill a module: what is posed, what a look shows, and what the tool would do."""
