"""Keeping it safe, for athletes and for whoever runs the server.

- ``back_ups``  copies of the database while it is in use: made, checked, kept by count and age, put back
- ``doctor``    looks over an installation and says in plain words what it finds
- ``sign_ins``  where an athlete is signed in, ending that, and the password
- ``leaving``   an account that is to be deleted, and a week to take that back
- ``chores``    what a server does by itself from time to time
"""
