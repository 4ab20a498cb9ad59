"""The mistakes a lesson can tell a person of."""

from __future__ import annotations

from enum import StrEnum


class Fault(StrEnum):
    """A mistake of the person, not of the site."""

    MIXES_THE_SIGN = "mixes-the-sign"
    TENTHS_AS_INCHES = "tenths-as-inches"
    NUMBERS_WRONG_WAY = "numbers-wrong-way"
    ADDS_UPSIDE_DOWN = "adds-upside-down"
    LEFT_ON_COARSE = "left-on-coarse"
    ON_A_CLOD = "on-a-clod"
    TAKES_FOR_ADDS = "takes-for-adds"
    FORGETS_WASTE = "forgets-waste"
    ORDERS_NOMINAL = "orders-nominal"
    TAKES_GAP_FOR_ERROR = "takes-gap-for-error"
    WRONG_VERDICT = "wrong-verdict"
    CHECKS_HALF_WAY = "checks-half-way"
    SKIPS_THE_REREAD = "skips-the-reread"
    IGNORES_THE_KNOCK = "ignores-the-knock"
    SWAPS_THE_SIGHTS = "swaps-the-sights"
    NEVER_CLOSES = "never-closes"
    ACCEPTS_A_BAD_RUN = "accepts-a-bad-run"
    FIRST_CORNER = "first-corner"
    FORGETS_THE_DEPTH = "forgets-the-depth"
    FALLS_UPHILL = "falls-uphill"
    FORGETS_THE_FALL = "forgets-the-fall"
    HEIGHTS_OFF = "heights-off"
    WRITES_FOR_ANOTHER = "writes-for-another"
    GOES_WHERE_HOLD = "goes-where-hold"
    HOLDS_WHERE_GO = "holds-where-go"
