"""What leaves the screen: tables, labels and what stands on papers."""
