import { createTransport } from "nodemailer";
import type { Attempt } from "./attempt-delivery";
import type { Letter } from "./letters";
import { setting } from "./settings";

/** Longest that a mail server is waited for, ms. */
const patience = 20_000;

/** Sends a letter by the instance's mail server, as plain text. What the server answered is told, and no password with it. */
export const sendLetter = async ({ recipient, subject, body }: Letter): Promise<Attempt> => {
  const transport = createTransport({
    url: setting("SMTP_URL"),
    connectionTimeout: patience,
    greetingTimeout: patience,
    socketTimeout: patience,
  } as Parameters<typeof createTransport>[0]);
  try {
    const sent = await transport.sendMail({ from: setting("MAIL_FROM"), to: { name: "", address: recipient }, subject, text: body });
    return { delivered: true, answer: sent.response };
  } catch (error) {
    const { response, code } = error as { response?: string; code?: string };
    return { delivered: false, answer: response ?? `no answer (${code ?? "unknown"})` };
  } finally {
    transport.close();
  }
};
