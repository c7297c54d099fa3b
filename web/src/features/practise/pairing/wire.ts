/**
 * A direct line between two screens: a WebRTC data channel. It asks no third party for a way, so it is found within one
 * network only; where it is not, whoever uses it goes on through the server.
 */

/** Addresses of this device's own are known at once; nobody waits for more than this. */
const GATHER_MS = 1500;
const LOST = new Set<RTCPeerConnectionState>(["failed", "disconnected", "closed"]);

export class Wire {
  private peer: RTCPeerConnection | null = null;
  private channel: RTCDataChannel | null = null;

  constructor(
    private readonly onMessage: (message: unknown) => void,
    private readonly onChange: (isOpen: boolean) => void,
  ) {}

  static readonly isKnown = typeof RTCPeerConnection !== "undefined";

  get isOpen(): boolean {
    return this.channel?.readyState === "open";
  }

  /** Begins anew; the description is for the other screen. */
  async offer(): Promise<string> {
    const peer = this.begin();
    this.use(peer, peer.createDataChannel("presses"));
    await peer.setLocalDescription(await peer.createOffer());
    return described(peer);
  }

  /** What the other screen answered to the offer. */
  async accept(answer: string): Promise<void> {
    await this.peer?.setRemoteDescription({ type: "answer", sdp: answer });
  }

  /** Begins anew with what the other screen offers; the description is for it. */
  async answer(offer: string): Promise<string> {
    const peer = this.begin();
    peer.ondatachannel = ({ channel }) => this.use(peer, channel);
    await peer.setRemoteDescription({ type: "offer", sdp: offer });
    await peer.setLocalDescription(await peer.createAnswer());
    return described(peer);
  }

  /** Says whether it went out; what did not is the sender's to send otherwise. */
  send(message: unknown): boolean {
    if (!this.channel || this.channel.readyState !== "open") return false;
    this.channel.send(JSON.stringify(message));
    return true;
  }

  close() {
    const wasOpen = this.isOpen;
    this.channel?.close();
    this.peer?.close();
    this.channel = this.peer = null;
    if (wasOpen) this.onChange(false);
  }

  private begin(): RTCPeerConnection {
    this.close();
    const peer = new RTCPeerConnection();
    peer.onconnectionstatechange = () => {
      if (peer === this.peer && LOST.has(peer.connectionState)) this.close();
    };
    this.peer = peer;
    return peer;
  }

  private use(peer: RTCPeerConnection, channel: RTCDataChannel) {
    if (peer !== this.peer) return;
    this.channel = channel;
    channel.onopen = () => this.onChange(true);
    channel.onclose = () => {
      if (channel === this.channel) this.onChange(false);
    };
    channel.onmessage = ({ data }) => this.onMessage(JSON.parse(String(data)));
    if (channel.readyState === "open") this.onChange(true);
  }
}

/** The description of this end, with all its addresses. */
async function described(peer: RTCPeerConnection): Promise<string> {
  if (peer.iceGatheringState !== "complete")
    await new Promise<void>((resolve) => {
      const timer = window.setTimeout(resolve, GATHER_MS);
      peer.addEventListener("icegatheringstatechange", () => {
        if (peer.iceGatheringState !== "complete") return;
        window.clearTimeout(timer);
        resolve();
      });
    });
  return peer.localDescription?.sdp ?? "";
}
