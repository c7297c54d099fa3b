/** A camera's pictures, shown some seconds later: kept small, in memory alone, and let go as soon as they were shown. */

const WIDTH = 480;
const PICTURES_A_SECOND = 12;

export class Delayed {
  private readonly video = document.createElement("video");
  private pictures: { atMs: number; picture: ImageBitmap }[] = [];
  private stream: MediaStream | null = null;
  private timer = 0;
  private isShut = false;

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly delayMs: () => number,
  ) {}

  /** Throws what the browser says where there is no camera, or where it is not allowed. */
  async open() {
    const stream = await navigator.mediaDevices.getUserMedia({
      video: { facingMode: "user", width: { ideal: WIDTH } },
      audio: false,
    });
    this.stream = stream;
    if (this.isShut) {
      this.close();
      return;
    }
    this.video.srcObject = stream;
    this.video.muted = true;
    this.video.playsInline = true;
    await this.video.play();
    this.timer = window.setInterval(() => void this.take(), 1000 / PICTURES_A_SECOND);
  }

  close() {
    this.isShut = true;
    window.clearInterval(this.timer);
    this.stream?.getTracks().forEach((track) => track.stop());
    this.pictures.forEach(({ picture }) => picture.close());
    this.pictures = [];
  }

  private async take() {
    if (this.video.videoWidth === 0) return;
    const picture = await createImageBitmap(this.video, { resizeWidth: WIDTH });
    if (this.isShut) {
      picture.close();
      return;
    }
    this.pictures.push({ atMs: performance.now(), picture });
    this.show();
  }

  private show() {
    const due = performance.now() - this.delayMs();
    let shown: ImageBitmap | null = null;
    while (this.pictures[0] && this.pictures[0].atMs <= due) {
      shown?.close();
      shown = this.pictures.shift()?.picture ?? null;
    }
    if (!shown) return;
    if (this.canvas.width !== shown.width) {
      this.canvas.width = shown.width;
      this.canvas.height = shown.height;
    }
    this.canvas.getContext("2d")?.drawImage(shown, 0, 0);
    shown.close();
  }
}
