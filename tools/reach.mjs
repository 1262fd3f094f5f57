// Runs a PostgreSQL program against the database that LOYALLADDER_OWNER_DB names; the password goes by the environment, where no
// list of processes shows it. node tools/reach.mjs PROGRAM [ARGUMENTS]
import { spawnSync } from "node:child_process";

const parts = Object.fromEntries(
    (process.env.LOYALLADDER_OWNER_DB ?? "")
        .split(";")
        .filter(Boolean)
        .map((part) => part.split(/=(.*)/s).slice(0, 2))
        .map(([key, value]) => [key.trim().toLowerCase(), value]),
);
const env = {
    ...process.env,
    PGHOST: parts.host ?? "127.0.0.1",
    PGPORT: parts.port ?? "5432",
    PGUSER: parts.username,
    PGPASSWORD: parts.password ?? "",
    PGDATABASE: parts.database,
};
delete env.LOYALLADDER_OWNER_DB;
const [program, ...args] = process.argv.slice(2);
const restores = program.endsWith("pg_restore") && !args.includes("-l");
const ran = spawnSync(
    program,
    restores ? ["-d", parts.database, ...args] : args,
    {
        env,
        stdio: "inherit",
    },
);
process.exit(ran.status ?? 1);
