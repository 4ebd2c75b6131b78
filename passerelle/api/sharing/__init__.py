"""A second device over the site's own network: off until somebody asks for it."""
