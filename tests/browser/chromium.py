"""Debian's chromium, headless, as all that drive the application start it.

The tests take the program that is headless alone, which draws the same with less work; figures and pictures are those
of the whole browser.
"""

from __future__ import annotations

import shutil
from collections.abc import Iterator
from contextlib import contextmanager

from playwright.sync_api import Browser, BrowserContext, BrowserType, sync_playwright

#: Without these the browser calls home, and with them it needs no graphics and no sandbox of its own.
FLAGS = (
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    # A page that found no server would load itself again, in the middle of what a test does next.
    "--disable-auto-reload",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--autoplay-policy=no-user-gesture-required",
)
#: Three, two, one: there is no racket to take up.
COUNT_IN_STEP_MS = 100
DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}


WHOLE, HEADLESS = "chromium", "chromium-headless-shell"


def launch(chromium: BrowserType, program: str = WHOLE, *more: str) -> Browser:
    path = shutil.which(program) or shutil.which(WHOLE)
    if path is None:
        raise RuntimeError("chromium is missing: run `make browser`.")
    return chromium.launch(executable_path=path, args=[*FLAGS, *more])


@contextmanager
def open_browser(program: str = WHOLE, *more: str) -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = launch(playwright.chromium, program, *more)
        yield browser
        browser.close()


def open_window(
    browser: Browser, url: str, *, is_phone: bool = False, count_in_step_ms: int = COUNT_IN_STEP_MS
) -> BrowserContext:
    """A window with its own cookies and storage; on a phone it has a finger instead of a mouse."""
    size = PHONE if is_phone else DESK
    window = browser.new_context(
        base_url=url, viewport=size, locale="en-GB", timezone_id="Europe/London", has_touch=is_phone, is_mobile=is_phone
    )
    window.add_init_script(
        f"if (location.origin !== 'null') localStorage['jolly.count-in-step-ms'] ??= '{count_in_step_ms}'"
    )
    return window
