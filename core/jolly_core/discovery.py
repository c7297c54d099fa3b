"""Discovery of the modules of a package, so that no list of them has to be kept."""

from __future__ import annotations

from importlib import import_module
from inspect import isabstract
from pkgutil import iter_modules
from types import ModuleType
from typing import TypeVar

Kind = TypeVar("Kind")


def list_classes(package: ModuleType, base: type[Kind]) -> list[type[Kind]]:
    """The concrete subclasses of ``base`` that the modules of a package define, by the names of the modules.

    It imports them all, so none of them may import the module that asks.
    """
    found = []
    for each in sorted(iter_modules(package.__path__), key=lambda module: module.name):
        module = import_module(f"{package.__name__}.{each.name}")
        found += [
            value
            for value in vars(module).values()
            if isinstance(value, type)
            and issubclass(value, base)
            and value.__module__ == module.__name__
            and not isabstract(value)
        ]
    return found
