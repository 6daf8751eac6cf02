import { openDatabase } from "../web/server/database/database";
import { makeLink } from "../web/server/happenings/links";
import { personByEmail } from "../web/server/identity/people";
import { site } from "../web/server/settings/settings";

// Prints a link by which an account sets a new password: the one a letter would have brought. It works once, for 30 minutes.
const email = (process.argv[2] ?? "").trim().toLowerCase();
const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 1);
try {
  const person = await personByEmail(sql, email);
  if (person) {
    const secret = await makeLink(sql, "password", { email, personId: person.id });
    process.stdout.write(`${person.name} sets a new password at ${site()}/password/${secret}\nIt works once, for 30 minutes.\n`);
  } else {
    process.stderr.write(`There is no account of ${email}.\n`);
    process.exitCode = 1;
  }
} finally {
  await sql.end();
}
