"""The rules, by what they are about, and the verdict."""
