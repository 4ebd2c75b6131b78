"""What a plan has beside its links: house rules, own parts, devices, spares."""
