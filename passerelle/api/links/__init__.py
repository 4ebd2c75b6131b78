"""One link: its answer, edits, growth, variants, certain fixes."""
