import type { Command } from "commander";
import { logCsv } from "@/server/log/log-csv";
import { openStore } from "@/server/store/open";

type Terminal = { readonly finish: (code: number) => void; readonly exits: { readonly done: number } };

/** Who opened, printed and took out what. */
export function logCommands(root: Command, { finish, exits }: Terminal): void {
  root
    .command("access")
    .description("the whole log of access, as CSV, oldest first")
    .action(() => {
      process.stdout.write(logCsv(openStore()));
      finish(exits.done);
    });
}
