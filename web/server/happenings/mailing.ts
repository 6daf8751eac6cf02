import { createTransport } from "nodemailer";
import type { Attempt } from "./attempt-delivery";
import { database } from "../database/database";
import { type DueLetter, writeAccountLetter } from "./letters";
import { setting } from "../settings/settings";
import { inTransaction } from "../database/transaction";

/** Time limit for silence of a mail server, and for one letter in all, ms. Both are well within the lease of a letter. */
const patience = { silence: 15_000, whole: 30_000 } as const;

const nobody: Attempt = { delivered: true, answer: "there is no account to send it to" };

/** Sends a letter through the instance's mail server, as plain text. The server's answer is reported without passwords. */
export const sendLetter = async (due: DueLetter): Promise<Attempt> => {
  const { purpose } = due;
  const letter = purpose === null ? due : await inTransaction(database(), (sql) => writeAccountLetter(sql, { ...due, purpose }));
  if (!letter) return nobody;
  const transport = createTransport({
    url: setting("SMTP_URL"),
    connectionTimeout: patience.silence,
    greetingTimeout: patience.silence,
    socketTimeout: patience.silence,
  } as Parameters<typeof createTransport>[0]);
  let timer: NodeJS.Timeout | undefined;
  // A server that says a little now and then keeps a connection open for as long as it likes.
  const late = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(Object.assign(new Error("the mail server is too slow"), { code: "ETIMEDOUT" })), patience.whole);
  });
  try {
    const { recipient, subject, body } = letter;
    const sending: Promise<unknown> = transport.sendMail({
      from: setting("MAIL_FROM"),
      to: { name: "", address: recipient },
      subject,
      text: body,
    });
    const sent = (await Promise.race([sending, late])) as { readonly response: string };
    return { delivered: true, answer: sent.response };
  } catch (error) {
    const { response, code } = error as { response?: string; code?: string };
    return { delivered: false, answer: response ?? `no answer (${code ?? "unknown"})` };
  } finally {
    clearTimeout(timer);
    transport.close();
  }
};
