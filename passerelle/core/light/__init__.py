"""What a light path does to light: loss, limit, levels, modules."""
