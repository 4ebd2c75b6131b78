"""Who goes where, when, with what: tasks from the plan, visits from the tasks."""
