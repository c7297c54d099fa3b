"""Open formats: ``calendar`` (plans as iCalendar)."""
