#!/usr/bin/env python3
"""Django's command line for this project."""

import os
import sys

if __name__ == "__main__":
    os.umask(0o077)  # the database and what else is made here are their owner's alone
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)
