"""The conditions that a threshold can be made of, a module each."""
