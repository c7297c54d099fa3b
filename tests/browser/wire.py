"""The way of presses from a page to the server, which a test cuts and mends."""

from __future__ import annotations

from playwright.sync_api import Page


class Wire:
    """Laid before the page is opened: a page that is open already may still send one more past a new route."""

    def __init__(self, page: Page) -> None:
        self.is_cut = False
        page.route("**/events/", lambda route: route.abort() if self.is_cut else route.continue_())
