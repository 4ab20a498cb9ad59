"""The words of the go / hold list, and the screens its lines rest on."""

from __future__ import annotations

from core.pours import Question
from server.pours.models import Asked

TITLES = {
    Question.INSTRUMENT: "Instrument check in date",
    Question.BENCHMARK: "Benchmark read again, and good",
    Question.DOUBT: "No doubted reading in use",
    Question.POINTS: "Bottoms, forms, marks, screed points and piers shot and on",
    Question.AGE: "Readings of forms and stone fresh enough",
    Question.STONE: "Stone shot to its grid",
    Question.THIN: "No thin spot",
    Question.CONCRETE: "Concrete ordered",
    Question.EXTRA: "Extra acknowledged",
    Question.OVER_DIG: "No over-dug bottom",
    Question.DEPTHS: "Bottoms deep enough",
    Question.INSPECTION: "Inspection recorded",
    Question.STRIP: "Isolation strip on hand",
    Question.STEEL: "Mesh or bars on hand",
}
WHERE = {
    Question.INSTRUMENT: "instruments",
    Question.BENCHMARK: "set-up",
    Question.DOUBT: "set-up",
    Question.POINTS: "forms",
    Question.AGE: "forms",
    Question.STONE: "stone",
    Question.THIN: "stone",
    Question.CONCRETE: "concrete",
    Question.EXTRA: "concrete",
    Question.OVER_DIG: "dig",
    Question.DEPTHS: "dig",
}
ASKED = {
    Question.CONCRETE: Asked.ORDERED,
    Question.EXTRA: Asked.EXTRA,
    Question.INSPECTION: Asked.INSPECTION,
    Question.OVER_DIG: Asked.OVER_DIG,
    Question.STRIP: Asked.STRIP,
    Question.STEEL: Asked.STEEL,
}
