"""From a need to ranked, costed, buildable options."""
