"""Layouts as SVG: true to scale, read back without loss, foreign files refused with the reason."""

from __future__ import annotations

from dataclasses import replace
from xml.dom import minidom

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.formats.layout_svg import read_layout, read_place, write_layout
from jolly_core.places.layout import Layout, Stand, first_stand
from jolly_core.places.place import Place
from jolly_core.places.plain import make_place
from jolly_core.places.registry import PLACES, get_place
from jolly_core.places.zone import ALONE, BOTH, SET_OUT, Zone
from jolly_core.shapes.kinds.circle import Circle
from jolly_core.shapes.kinds.line import Line
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.shapes.kinds.row import Row
from jolly_core.shapes.kinds.strip import Strip
from jolly_core.shapes.kinds.thing import Thing

WALL = make_place("wall", "Wall", kind="wall", width_m=4.2, length_m=3.0)
BOX = Zone("box & <strip>", "surface", Rectangle(1.0, 0.6), (1.0, 1.0))

SVG_FILE = write_layout(WALL, Layout("Box", (BOX,), Stand(1.0, 2.0), ""))

names = st.text(st.characters(exclude_categories=("Cs", "Cc")), min_size=1, max_size=20)
lengths = st.floats(0.01, 0.9, allow_nan=False)
reaches = st.floats(0.01, 0.4)
shapes = st.one_of(
    st.builds(Rectangle, lengths, lengths),
    st.builds(Circle, lengths),
    st.builds(Strip, lengths),
    st.builds(Line, st.floats(-0.9, 0.9).filter(abs), lengths, lengths),
    st.builds(Row, reaches, reaches, st.floats(0, 0.3), st.floats(0.05, 0.2)),
    st.builds(Thing, st.floats(0.02, 0.3)),
)
zones = st.lists(
    st.builds(
        Zone,
        names,
        st.just("surface"),
        shapes,
        st.tuples(st.floats(0.95, 3.2), st.floats(0.95, 2.0)),
        st.sampled_from([ALONE, SET_OUT]),
    ),
    max_size=8,
    unique_by=lambda zone: zone.name,
)
layouts = st.builds(
    Layout,
    title=names,
    zones=zones.map(tuple),
    stand=st.builds(Stand, st.floats(-5, 5), st.floats(-5, 5)),
    pattern=names | st.just(""),
)


def layout(*zones: Zone, place: Place = WALL) -> Layout:
    return Layout("one", zones, first_stand(place))


def drawing(data: bytes) -> minidom.Element:
    """What another library reads of the file."""
    return minidom.parseString(data).documentElement  # noqa: S318 # written just now, by us


@given(layouts)
def test_what_is_written_is_read_back_without_loss(layout: Layout) -> None:
    written = write_layout(WALL, layout)
    assert read_layout(written, WALL) == layout
    assert read_place(written) == ("wall", "Wall")


def test_what_counts_with_a_target_is_read_back_so() -> None:
    joined = layout(BOX, Zone("low", "surface", Strip(0.4), (0.0, 0.2), BOTH, BOX.name))
    assert read_layout(write_layout(WALL, joined), WALL).zones == joined.zones
    lost = write_layout(WALL, joined).replace(b"data-joined-to", b"data-joined")
    with pytest.raises(CoreError, match="choose one that counts by itself"):
        read_layout(lost, WALL)
    other = write_layout(WALL, joined).replace(b'data-counts="both"', b'data-counts="twice"')
    with pytest.raises(CoreError, match="counts must be one of"):
        read_layout(other, WALL)


@pytest.mark.parametrize("place", PLACES.values(), ids=PLACES)
def test_every_place_has_a_drawing_at_true_scale(place: Place) -> None:
    svg = drawing(write_layout(place, layout(place=place)))
    surface = place.surfaces[0]
    assert svg.getAttribute("width").endswith("mm")
    assert float(svg.getAttribute("width").removesuffix("mm")) >= 1000 * surface.width_m
    # A unit of the drawing is a millimetre.
    assert svg.getAttribute("viewBox").split()[2:] == [
        svg.getAttribute(name).removesuffix("mm") for name in ("width", "height")
    ]
    edge = svg.getElementsByTagName("rect")[0]
    sizes = [float(edge.getAttribute(name)) for name in ("width", "height")]
    assert sizes == pytest.approx([1000 * surface.width_m, 1000 * surface.length_m])


def test_a_metre_is_a_thousand_units_and_up_is_up() -> None:
    svg = drawing(write_layout(WALL, layout(BOX)))
    rect = svg.getElementsByTagName("rect")[1]
    assert rect.getAttribute("data-zone") == "box & <strip>"
    assert [float(rect.getAttribute(name)) for name in ("width", "height", "x")] == [1000, 600, 500]
    # Its lower edge is 0.7 m above the foot of a wall 3 m high.
    assert float(rect.getAttribute("y")) + 600 == 3000 - 700


def test_scripts_and_outside_references_are_not_kept() -> None:
    written = write_layout(WALL, layout(BOX)).decode()
    evil = '<script>alert(1)</script><image href="http://elsewhere.example/x.png"/>'
    again = write_layout(WALL, read_layout(written.replace("</svg>", f"{evil}</svg>").encode(), WALL)).decode()
    assert again == written
    assert "script" not in again
    assert "elsewhere" not in again


@pytest.mark.parametrize(
    ("data", "code"),
    [
        (b"no drawing at all", "not_svg"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'><rect></svg>", "not_svg"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'/>", "foreign"),
        (b"<html/>", "foreign"),
        (b"<!DOCTYPE svg [<!ENTITY a 'b'>]><svg/>", "foreign"),
        (b" " * 1_000_001, "too_large"),
        (write_layout(get_place("plain_wall"), layout()), "other_place"),
        (write_layout(WALL, layout(BOX)).replace(b'width="1000.0"', b'width="wide"'), "not_a_number"),
        (write_layout(WALL, layout(BOX)).replace(b'width="1000.0"', b'width="NaN"'), "not_a_number"),
        (write_layout(WALL, layout(BOX)).replace(b'width="1000.0"', b'width="99000"'), "off_the_surface"),
    ],
    ids=["text", "broken", "foreign svg", "html", "entities", "large", "other place", "word", "nan", "over the edge"],
)
def test_a_file_that_is_no_layout_of_this_place_is_refused(data: bytes, code: str) -> None:
    with pytest.raises(CoreError) as refused:
        read_layout(data, WALL)
    assert refused.value.problems[0].code == code
    assert refused.value.problems[0].message.endswith(".")


class TestWhatWouldMoveATarget:
    """It is refused, never ignored: a layout that reads other than it looks would be taped wrongly."""

    def change(self, old: str, new: str) -> str:
        changed = SVG_FILE.decode().replace(old, new)
        assert changed != SVG_FILE.decode()
        with pytest.raises(CoreError) as refused:
            read_layout(changed.encode(), WALL)
        return refused.value.code

    def test_a_transform_of_a_target(self) -> None:
        assert self.change("<rect data-zone", '<rect transform="translate(100 0)" data-zone') == "altered"
        assert self.change("<rect data-zone", '<rect style="transform: scale(2)" data-zone') == "altered"

    def test_a_transform_of_a_surface_or_of_the_whole(self) -> None:
        assert self.change("translate(0 0)", "translate(0 10)") == "altered"
        assert self.change("<svg ", '<svg transform="scale(2)" ') == "altered"

    def test_another_scale_or_unit(self) -> None:
        assert self.change('viewBox="0 0 ', 'viewBox="0 0 2') == "altered"
        assert self.change('mm" height', 'cm" height') == "altered"

    def test_a_target_in_a_group_of_its_own(self) -> None:
        first = SVG_FILE.decode().index("<rect data-zone")
        end = SVG_FILE.decode().index("/>", first) + 2
        shape = SVG_FILE.decode()[first:end]
        assert self.change(shape, f'<g transform="scale(2)">{shape}</g>') == "altered"

    def test_letters_of_another_kind(self) -> None:
        assert self.change("<svg ", '<?xml version="1.0" encoding="ISO-8859-1"?><svg ') == "other_encoding"


def test_a_title_with_control_signs_is_written_so_that_it_can_be_read_back() -> None:
    layout = replace(read_layout(SVG_FILE, WALL), title="Box\x00\x1b and\ud800 strip")
    assert read_layout(write_layout(WALL, layout), WALL).title == "Box and strip"
