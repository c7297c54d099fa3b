/** Windows of one browser that have the same run open tell each other what is pressed. */
import type { NewEvent } from "../../api/queries";

interface Said {
  pressed?: NewEvent[];
  /** What the server has now; `isMoved` where it stands elsewhere there than it was sent. */
  sent?: NewEvent[];
  isMoved?: boolean;
}

export class Windows {
  private channel: BroadcastChannel | null = null;

  constructor(
    private readonly runId: string,
    private readonly hear: (said: Said) => void,
  ) {}

  open() {
    this.channel = new BroadcastChannel(`jolly.run.${this.runId}`);
    this.channel.onmessage = ({ data }: MessageEvent<Said>) => this.hear(data);
  }

  say(said: Said) {
    this.channel?.postMessage(said);
  }

  close() {
    this.channel?.close();
    this.channel = null;
  }
}
