"""The job itself: pure functions over frozen dataclasses. No interface code, no storage."""
