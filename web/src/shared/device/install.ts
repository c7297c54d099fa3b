/** Putting the application onto this device's home screen, where the browser offers to. */
import { Followed } from "../lib/followed";

/** As browsers that know it send it; it stands in no standard library of types. */
interface InstallPrompt extends Event {
  prompt: () => Promise<{ outcome: "accepted" | "dismissed" }>;
}

interface Install {
  canAsk: boolean;
  isInstalled: boolean;
}

class Installer extends Followed<Install> {
  private offered: InstallPrompt | null = null;

  constructor() {
    super({ canAsk: false, isInstalled: window.matchMedia("(display-mode: standalone)").matches });
    window.addEventListener("beforeinstallprompt", (event) => {
      event.preventDefault(); // It is offered in Settings, and does not come up in the middle of something else.
      this.offered = event as InstallPrompt;
      this.tell({ canAsk: true });
    });
    window.addEventListener("appinstalled", () => this.tell({ canAsk: false, isInstalled: true }));
  }

  async ask(): Promise<void> {
    const { offered } = this;
    this.offered = null;
    this.tell({ canAsk: false });
    await offered?.prompt();
  }
}

export const installer = new Installer();
