"""What keeps a link dark, weak or erring: causes by their odds, and the look that tells most."""
