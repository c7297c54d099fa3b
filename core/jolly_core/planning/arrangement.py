"""The block builder: a timed list of parts that fits the minutes, each with its reasons.

Deterministic: the same candidates on the same terms give the same block. What is locked stays as it is; what was placed
by the athlete keeps its place; everything else gives way, and whatever did not fit is named.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from jolly_core.challenges.for_two import ForTwo
from jolly_core.errors import CoreError, Problem
from jolly_core.foretelling.pace import Estimate
from jolly_core.planning.by_the_clock import share_clock
from jolly_core.planning.candidate import ENERGIES, FOCUSES, PARTNER, TEST_DAY, WEAK_SPOTS, Candidate, Kept, Terms
from jolly_core.planning.own_parts import AMONG, OWN_KINDS, OwnPart, check_own_parts
from jolly_core.planning.partner import PARTNER_GAMES, condition_for
from jolly_core.planning.reasons import most_runs, weigh
from jolly_core.planning.screening import Screened, dosed_tries, screen
from jolly_core.planning.sequence import in_order
from jolly_core.planning.times import add_times, fixed_time, time_of_part
from jolly_core.planning.warmup import COOL_DOWN, WARM_UP, wants_long_warm_up
from jolly_core.planning.weaving import WEAVES, Braid, Drill, find_braids
from jolly_core.sides import other_side
from jolly_core.validation import check_choice, check_integer
from jolly_core.words import quantity

SHORTEST_BLOCK_MIN, LONGEST_BLOCK_MIN = 10, 180
CHALLENGE = "challenge"
WARM_UP_REASON = "warm muscles first: it comes out of the minutes, never on top of them"
LONG_WARM_UP_REASON = "longer than usual: overhead or explosive work follows"
COOL_DOWN_REASON = "time to come down, and to write down what you felt before it is gone"

#: Room left over is explained when it is at least this long and this share of the minutes. Common practice, no source.
MUCH_SPARE_S, MUCH_SPARE = 240, 0.1


@dataclass(frozen=True)
class Part:
    """A timed part of the block; ``start_s`` is from its start. ``key`` is that of the candidate, or the kind."""

    kind: str
    key: str
    title: str
    start_s: int
    time: Estimate
    reasons: tuple[str, ...]
    runs: int = 0
    is_locked: bool = False
    #: Whether its seconds were set by the athlete: a part by the clock then keeps them when the rest is fitted anew.
    is_set: bool = False
    #: Of one of the athlete's own: what is on its list, and which end of the block it stands for.
    items: tuple[str, ...] = ()
    role: str = AMONG
    #: What is played with a partner; None for what is done alone.
    two: ForTwo | None = None
    #: Of a challenge on one of two sides; see ``Candidate``.
    is_weaker: bool = False
    is_other_side: bool = False

    @property
    def is_own(self) -> bool:
        """Whether the athlete put it in, beside the ladders."""
        return self.kind in OWN_KINDS

    @property
    def duration_s(self) -> int:
        return self.time.expected_s


@dataclass(frozen=True)
class LeftOut:
    """A candidate that is not in the block, and why. ``is_free``: only room keeps it out, so it can be swapped in."""

    key: str
    title: str
    reason: str
    is_free: bool


@dataclass(frozen=True)
class Arrangement:
    """The block: its parts in order, the time it all takes, what is left of the minutes, and what is not in it."""

    parts: tuple[Part, ...]
    time: Estimate
    spare_s: int
    left_out: tuple[LeftOut, ...]
    #: Why a good part of the minutes is empty; empty where it is not.
    spare_words: str = ""
    #: The drills whose runs are woven, stretch by stretch; none where each is played in one go.
    braids: tuple[Braid, ...] = ()

    @property
    def drills(self) -> tuple[str, ...]:
        """The keys of what is practised, in order."""
        return tuple(part.key for part in self.parts if part.kind == CHALLENGE)


def check_terms(terms: Terms) -> None:
    """Raises ``CoreError`` naming every term that no block can be arranged for."""
    problems = [
        check_integer("minutes", terms.minutes, SHORTEST_BLOCK_MIN, LONGEST_BLOCK_MIN, "minutes"),
        check_choice("focus", terms.focus, FOCUSES),
        check_choice("energy", terms.energy, ENERGIES),
        check_choice("partner", terms.partner, tuple(PARTNER_GAMES)),
        check_choice("weave", terms.weave, tuple(WEAVES)),
    ]
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    check_own_parts(terms.own)


def arrange_block(
    terms: Terms, candidates: Sequence[Candidate], kept: Sequence[Kept] = (), *, fill: bool = True
) -> Arrangement:
    """The block on these terms that serves ``candidates`` best: never longer than its minutes, warm-up first.

    ``kept`` is what the athlete placed. Locked parts stay exactly; others keep their place, and lose runs when the
    minutes are short. With ``fill``, time that is left goes to the most pressing of the rest, first a run each, then
    further runs round and round.
    Raises ``CoreError``: terms out of range; ``over_budget`` when the locked parts alone are longer than the minutes.
    """
    check_terms(terms)
    try:
        whole = _Builder(terms, candidates, kept, candidates).build(fill=fill)
    except CoreError:
        # The warm-up for all candidates left too little room for the locked parts; theirs alone may be shorter.
        locked = {each.key for each in kept if each.is_locked}
        firm = [each for each in kept if each.is_locked or each.seconds is not None]
        return _Builder(
            terms, candidates, firm, [candidate for candidate in candidates if candidate.key in locked]
        ).build(fill=False)
    # The warm-up was planned for all candidates; those chosen may need a shorter one.
    chosen = [candidate for candidate in candidates if candidate.key in whole.drills]
    fitting = _Builder(terms, candidates, kept, chosen).build(fill=fill)
    return fitting if set(fitting.drills) <= set(whole.drills) else whole


class _Builder:
    """One arrangement in the making. Every step takes from ``room_s`` what it gives."""

    def __init__(
        self, terms: Terms, candidates: Sequence[Candidate], kept: Sequence[Kept], warm_for: Sequence[Candidate]
    ) -> None:
        self.terms = terms
        self.kept = {each.key: each for each in kept}
        self.points = {candidate.key: weigh(candidate, terms) for candidate in candidates}
        self.ranked = sorted(
            candidates, key=lambda candidate: (-self.points[candidate.key][0], candidate.title, candidate.key)
        )
        most = most_runs(terms, candidates)
        self.screened = {candidate.key: self._screen(candidate, most) for candidate in candidates}
        self.runs: dict[str, int] = {}
        self.times: dict[tuple[str, int], Estimate] = {}
        allowed = [candidate.traits for candidate in warm_for if self.screened[candidate.key].most_runs]
        self.is_long_warm_up = wants_long_warm_up(allowed)
        self.clock = share_clock(terms, self.kept, allowed)
        self.room_at_first_s = terms.minutes * 60 - self.clock.whole_s
        self.room_s = self.room_at_first_s

    def build(self, *, fill: bool) -> Arrangement:
        self._keep_locked()
        self._keep_placed()
        if fill:
            self._give_each_a_run()
            self._share_out()
        parts = self._lay_out()
        left_out = tuple(self._left_out(candidate) for candidate in self.ranked if candidate.key not in self.runs)
        time = add_times([part.time for part in parts])
        drills = [Drill(part.key, part.runs) for part in parts]
        braids = find_braids(drills, self.terms.weave, self.terms.seed)
        return Arrangement(parts, time, self.room_s, left_out, self._why_spare(is_filled=fill), braids)

    def _screen(self, candidate: Candidate, most: int) -> Screened:
        """A test day's runs are those of the last one, and a visit may ask for fewer runs than there is room for.

        A stretched part may hold more than the rules would give.
        """
        if self.terms.focus == TEST_DAY:
            most = max(1, candidate.test_runs)
        elif candidate.visit.most_runs is not None:
            most = min(most, candidate.visit.most_runs)
        asked = self.kept.get(candidate.key)
        return screen(candidate, self.terms, max(most, asked.runs) if asked else most)

    def _is_set(self, key: str) -> bool:
        asked = self.kept.get(key)
        return bool(asked and asked.seconds)

    def time_of(self, candidate: Candidate, runs: int) -> Estimate:
        known = self.times.get((candidate.key, runs))
        if known is None:
            known = self.times[candidate.key, runs] = time_of_part(
                candidate.run, runs, candidate.set_up_s, self.terms.habit
            )
        return known

    def _cost_s(self, candidate: Candidate, runs: int) -> int:
        """The seconds that this many more runs of the candidate cost."""
        has = self.runs.get(candidate.key, 0)
        return self.time_of(candidate, runs).expected_s - (self.time_of(candidate, has).expected_s if has else 0)

    def _give(self, candidate: Candidate, runs: int) -> bool:
        """Give the candidate this many runs if they are allowed and fit; whether it was done."""
        if not self._is_allowed(candidate, runs) or self._cost_s(candidate, runs) > self.room_s:
            return False
        self.room_s -= self._cost_s(candidate, runs)
        self.runs[candidate.key] = runs
        return True

    def _is_allowed(self, candidate: Candidate, runs: int) -> bool:
        """Whether this many runs are allowed, whatever the room."""
        return runs <= self.screened[candidate.key].most_runs and self._is_within_dose(candidate, runs)

    def _is_within_dose(self, candidate: Candidate, runs: int) -> bool:
        """Whether this many runs are within the dose, counting those on the ladder's other side."""
        if candidate.dose.attempts is None:
            return True
        others = [each for each in self.ranked if each.ladder == candidate.ladder and each.key != candidate.key]
        taken = sum(self.runs.get(each.key, 0) * dosed_tries(each) for each in others)
        return taken + runs * dosed_tries(candidate) <= candidate.dose.attempts

    def _keep_locked(self) -> None:
        locked = [
            candidate
            for candidate in self.ranked
            if self._is_locked(candidate.key) and self.screened[candidate.key].most_runs
        ]
        for candidate in locked:
            runs = min(self.kept[candidate.key].runs, self.screened[candidate.key].most_runs)
            while runs and not self._is_within_dose(candidate, runs):
                runs -= 1
            if runs and not self._give(candidate, runs):
                needed = sum(self.time_of(each, self.kept[each.key].runs).expected_s for each in locked)
                whole = -(-(needed + self.terms.minutes * 60 - self.room_at_first_s) // 60)
                message = (
                    f"The locked parts need {quantity(whole, 'minute')} with what goes around them, and there are "
                    f"{self.terms.minutes}; unlock or shorten one."
                )
                raise CoreError([Problem("over_budget", message, ("kept",), whole, self.terms.minutes)])

    def _is_locked(self, key: str) -> bool:
        return key in self.kept and self.kept[key].is_locked

    def _keep_placed(self) -> None:
        """Placed parts, highest priority first: one run each, then up to the number they had."""
        placed = [
            candidate for candidate in self.ranked if candidate.key in self.kept and not self._is_locked(candidate.key)
        ]
        for candidate in placed:
            self._give(candidate, 1)
        for runs in range(2, max((self.kept[candidate.key].runs for candidate in placed), default=0) + 1):
            for candidate in placed:
                if self.runs.get(candidate.key) == runs - 1 and self.kept[candidate.key].runs >= runs:
                    self._give(candidate, runs)

    def _give_each_a_run(self) -> None:
        """Highest priority first; a candidate that would take half of the room waits for the others."""
        half_s = self.room_s // 2
        for candidate in sorted(self.ranked, key=lambda each: self.time_of(each, 1).expected_s > half_s):
            if candidate.key not in self.runs and candidate.key not in self.kept:
                self._give(candidate, max(1, candidate.test_runs) if self.terms.focus == TEST_DAY else 1)

    def _share_out(self) -> None:
        """Add runs, one a round, while they fit; the other side never gets more than the weaker one."""
        if self.terms.focus == TEST_DAY:
            return  # more runs than last time would be another test
        for _ in range(most_runs(self.terms, self.ranked)):
            for candidate in self.ranked:
                if candidate.key in self.runs and candidate.key not in self.kept and self._may_have_more(candidate):
                    self._give(candidate, self.runs[candidate.key] + 1)

    def _may_have_more(self, candidate: Candidate) -> bool:
        if not candidate.is_other_side:
            return True
        side = other_side(candidate.side)
        same = (each for each in self.ranked if (each.ladder, each.rung) == (candidate.ladder, candidate.rung))
        weak = next((each for each in same if each.side == side), None)
        if weak is None or weak.key not in self.runs:
            return True
        ahead = self.runs[weak.key] // 2 if self.terms.focus == WEAK_SPOTS else self.runs[weak.key]
        return self.runs[candidate.key] < ahead

    def _lay_out(self) -> tuple[Part, ...]:
        chosen = [candidate for candidate in self.ranked if candidate.key in self.runs]
        between = [
            _own_part(each) if isinstance(each, OwnPart) else self._part(each)
            for each in in_order(self.terms, chosen, self.kept)
        ]
        parts = [*self._warm_up(), *between, *self._partner_game(), *self._cool_down()]
        at_s, timed = 0, []
        for part in parts:
            timed.append(replace(part, start_s=at_s))
            at_s += part.duration_s
        return tuple(timed)

    def _warm_up(self) -> Iterator[Part]:
        if own := self.terms.own_end(WARM_UP):
            yield _own_part(own)
        elif self.clock.warm_up_s:
            reasons = (WARM_UP_REASON, LONG_WARM_UP_REASON) if self.is_long_warm_up else (WARM_UP_REASON,)
            time = fixed_time(self.clock.warm_up_s)
            yield Part(WARM_UP, WARM_UP, "Warm-up", 0, time, reasons, is_set=self._is_set(WARM_UP))

    def _partner_game(self) -> Iterator[Part]:
        if game := self.clock.game:
            two, is_set = replace(game.two, condition=condition_for(self.ranked)), self._is_set(PARTNER)
            yield Part(PARTNER, PARTNER, game.title, 0, game.time, (two.rule,), is_set=is_set, two=two)

    def _cool_down(self) -> Iterator[Part]:
        if own := self.terms.own_end(COOL_DOWN):
            yield _own_part(own)
        elif self.clock.cool_down_s:
            time, is_set = fixed_time(self.clock.cool_down_s), self._is_set(COOL_DOWN)
            yield Part(COOL_DOWN, COOL_DOWN, "Cool down and note", 0, time, (COOL_DOWN_REASON,), is_set=is_set)

    def _part(self, candidate: Candidate) -> Part:
        said = self.screened[candidate.key].words
        assumed = "its length is assumed: no record yet" if candidate.is_prior else ""
        reasons = tuple(reason for reason in (candidate.unmet, *self.points[candidate.key][1], said, assumed) if reason)
        runs = self.runs[candidate.key]
        return Part(
            CHALLENGE,
            candidate.key,
            candidate.title,
            0,
            self.time_of(candidate, runs),
            reasons,
            runs,
            self._is_locked(candidate.key),
            is_weaker=candidate.is_weaker,
            is_other_side=candidate.is_other_side,
        )

    def _why_spare(self, *, is_filled: bool) -> str:
        """Say why much of the room is left, and what would fill it."""
        if self.room_s < max(MUCH_SPARE_S, self.terms.minutes * 60 * MUCH_SPARE) or not is_filled or not self.runs:
            return ""
        if self.terms.focus == TEST_DAY:
            if self.terms.last_test is None:
                return "a first test plays each once, and more runs would be another test"
            return "a test day repeats the runs of the last one, and more of them would be another test"
        given = [
            candidate for candidate in self.ranked if candidate.key in self.runs and candidate.key not in self.kept
        ]
        costs = [
            self._cost_s(candidate, self.runs[candidate.key] + 1)
            for candidate in given
            if self._is_allowed(candidate, self.runs[candidate.key] + 1) and self._may_have_more(candidate)
        ]
        if costs:
            return f"one more run takes {quantity(-(-min(costs) // 60), 'minute')}"
        return "each part has as many runs as do it good in one block; tick another ladder to fill it"

    def _left_out(self, candidate: Candidate) -> LeftOut:
        screened = self.screened[candidate.key]
        if not screened.most_runs:
            return LeftOut(candidate.key, candidate.title, screened.words, is_free=False)
        if not self._is_within_dose(candidate, 1):
            return LeftOut(
                candidate.key,
                candidate.title,
                f"dose: {candidate.dose.words}, the rest is in this block",
                is_free=False,
            )
        needed = -(-self.time_of(candidate, 1).expected_s // 60)
        if candidate.key in self.kept or self.time_of(candidate, 1).expected_s > self.room_s:
            left = quantity(self.room_s // 60, "minute")
            words = f"needs {quantity(needed, 'minute')} with its set-up; {left} left"
            if needed > self.terms.minutes:
                words += ": give its game a limit of tries or minutes, or take a nearer goal"
            return LeftOut(candidate.key, candidate.title, words, is_free=True)
        return LeftOut(candidate.key, candidate.title, "not in this block", is_free=True)


def _own_part(own: OwnPart) -> Part:
    kind = own.known_kind
    return Part(
        own.kind,
        own.key,
        own.title,
        0,
        fixed_time(own.seconds),
        (own.two.rule if own.two else kind.reason,),
        is_set=True,
        items=own.items,
        role=own.role,
        two=own.two,
    )
