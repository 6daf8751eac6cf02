/** A message that was sent to the simulated receiver. */
export type Received = {
  readonly at: string;
  readonly event: string;
  readonly signed: string;
  readonly time: string;
  readonly body: string;
};

const most = 50;
const shared = globalThis as { ypsilineReceived?: { messages: Received[]; down: boolean } };
const state = () => (shared.ypsilineReceived ??= { messages: [], down: false });

/**
 * The demo's simulated receiver of webhooks: keeps the last messages, and can be switched off to see them sent again.
 */
export const receiver = {
  take: (message: Received): boolean => {
    if (state().down) return false;
    state().messages = [message, ...state().messages].slice(0, most);
    return true;
  },
  messages: (): readonly Received[] => state().messages,
  isDown: (): boolean => state().down,
  switchOff: (down: boolean): void => {
    state().down = down;
  },
};
