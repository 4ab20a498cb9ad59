"""What axe-core finds on a page; every rule in the light, those of color in the dark."""

from __future__ import annotations

from functools import cache

from playwright.sync_api import Page

from e2e.browser import AT_REST, IN_THEME
from server.platform.settings import ROOT

RULES = {
    "type": "tag",
    "values": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"],
}
#: The dark theme differs in its colors alone.
OF_COLOR = {"type": "rule", "values": ["color-contrast", "link-in-text-block"]}
FOUND = """
async (asked) => {
  const found = await axe.run(document, { runOnly: asked });
  return found.violations.map(({ id, nodes }) =>
    `${id}: ${nodes.slice(0, 3).map(({ html }) => html.slice(0, 160)).join(" | ")}`);
}
"""


@cache
def script() -> str:
    """Return the script of axe-core."""
    return (ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js").read_text()


def violations(page: Page) -> list[tuple[str, str]]:
    """Return what is wrong with a page as it stands, by theme; it is left in the light."""
    page.evaluate(script())
    wrong = []
    for theme, asked in (("dark", OF_COLOR), ("light", RULES)):
        page.evaluate(IN_THEME, theme)
        page.evaluate(AT_REST)
        wrong += [(theme, one) for one in page.evaluate(FOUND, asked)]
    return wrong
