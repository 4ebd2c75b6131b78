"""The HTTP interface: thin routes over the core and the stored plans."""
