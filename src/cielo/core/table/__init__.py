"""The state of the table: what lies, what is wet, what is inked, before and after every step."""
