/** The browser's own voice, where there is one; without it words on the screen and tones have to do. */
export function speak(words: string, volume: number) {
  if (volume <= 0 || !("speechSynthesis" in window)) return;
  const said = new SpeechSynthesisUtterance(words);
  said.volume = volume;
  // The latest is what counts: what was still to be said is behind.
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(said);
}
