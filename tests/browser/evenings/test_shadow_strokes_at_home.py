"""At home: shadow strokes a side with eyes closed, a sequence by the clock with both hands full, a ball kept up."""

from __future__ import annotations

from tests.browser.evenings.evening import Evening

SHADOW, SEQUENCE, BALL = "Shadow strokes, slowly", "A sequence of ten shots", "A ball kept up"


def test_strokes_a_side_a_sequence_with_its_rests_and_a_ball(evening: Evening) -> None:
    evening.athlete.come_in(SHADOW, SEQUENCE, BALL)
    page = evening.page
    evening.play(SHADOW, "oooooxooooo ooooooxooo oooo!4", "23 good", side="forehand")
    evening.play(SHADOW, "oooxoxooxoo oooxooxooo oooo!3", "20 good", side="backhand")
    evening.play(BALL, "ooooo x " + "o" * 20, "20 in a row", by="clicker")
    page.clock.install()
    evening.go_to(SEQUENCE)
    evening.athlete.start()
    for _ in range(5):
        page.clock.run_for(45_000)
    evening.athlete.hit("6")
    evening.write_down(SEQUENCE, 1, "5 sets")
    evening.compare_with_the_logbook()
