import { openDatabase } from "../web/server/database/database";
import { giveTeam } from "../web/server/teams/team";
import { inTransaction } from "../web/server/database/transaction";

// Makes an account a lead of a team, as the operator of an instance: of one that has no members left, say.
const [team = "", address = ""] = process.argv.slice(2);
const email = address.trim().toLowerCase();
const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 1);
try {
  if (await inTransaction(sql, (transaction) => giveTeam(transaction, team, email)))
    process.stdout.write(`${email} is a lead of ${team} now.\n`);
  else {
    process.stderr.write(`There is no team at /teams/${team}, or no account with the address ${email}.\n`);
    process.exitCode = 1;
  }
} finally {
  await sql.end();
}
