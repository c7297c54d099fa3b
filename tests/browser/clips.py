"""Small clips made by the browser itself: a ball on its way across a canvas, recorded as WebM."""

from __future__ import annotations

from base64 import b64decode

from playwright.sync_api import Page

#: A ball crosses the picture from left to right in so many seconds; pictures as fast as the browser draws them.
RECORD = """async ([seconds, colour, type]) => {
  const canvas = document.createElement("canvas");
  canvas.width = 320;
  canvas.height = 180;
  const context = canvas.getContext("2d");
  const recorder = new MediaRecorder(canvas.captureStream(30), { mimeType: type });
  const parts = [];
  recorder.ondataavailable = ({ data }) => parts.push(data);
  const ended = new Promise((resolve) => { recorder.onstop = resolve; });
  recorder.start();
  const begun = performance.now();
  await new Promise((resolve) => {
    const draw = () => {
      const share = (performance.now() - begun) / 1000 / seconds;
      context.fillStyle = "#20304a";
      context.fillRect(0, 0, 320, 180);
      context.fillStyle = colour;
      context.beginPath();
      context.arc(20 + 280 * Math.min(1, share), 140 - 100 * Math.sin(Math.PI * Math.min(1, share)), 12, 0, 7);
      context.fill();
      if (share < 1) setTimeout(draw, 1000 / 30);
      else resolve();
    };
    draw();
  });
  recorder.stop();
  await ended;
  const bytes = new Uint8Array(await new Blob(parts).arrayBuffer());
  let text = "";
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
}"""


def record_clip(page: Page, seconds: float = 2.0, colour: str = "#e3aa2e") -> bytes:
    """A WebM file of a ball that crosses the picture."""
    return b64decode(page.evaluate(RECORD, [seconds, colour, "video/webm;codecs=vp8"]))


def choose_clip(page: Page, number: int, name: str, clip: bytes) -> None:
    """Choose a clip at the film desk, as from the device's own files."""
    file = {"name": name, "mimeType": "video/webm", "buffer": clip}
    page.get_by_label(f"Clip {number}: a clip of yours").set_input_files(files=[file])  # type: ignore[list-item]
