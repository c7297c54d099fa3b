"""What holds for all tests: properties are about what is true, not about how fast; that is measured by `make bench`."""

from hypothesis import settings

settings.register_profile("unhurried", deadline=None)
settings.load_profile("unhurried")
