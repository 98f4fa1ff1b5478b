import { Agent, get, type IncomingMessage } from "node:http";
import { connect } from "node:net";
import { ALL, expect, prepareExam, readyToTest, test } from "../support/http";
import { withOwnServer } from "../support/own-server";

/** Requests that are sent by halves and streams that stay open hold nobody else up. */

const REQUESTS = ALL ? 500 : 150;
const RUNS = 3;
const HALF_SENT_EVERY_MS = 125;
const STREAMS = 20;
const MOST_TIMES_SLOWER = 3;

const p99 = (all: readonly number[]): number => all.toSorted((a, b) => a - b)[Math.floor(all.length * 0.99)]!;
const middle = (all: readonly number[]): number => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)]!;

test("pages come as quickly beside eight half-sent requests a second and twenty open streams", async () => {
  test.setTimeout(ALL ? 300_000 : 120_000);
  await withOwnServer(async (server, request) => {
    const { exam } = await prepareExam(request, readyToTest);
    const { hostname, port } = new URL(server.url);
    const agent = new Agent({ keepAlive: true, maxSockets: 2 });
    const asked = (path: string) =>
      new Promise<number>((done, failed) => {
        const began = performance.now();
        get({ hostname, port, path, agent }, (answer: IncomingMessage) => {
          answer.resume();
          answer.on("end", () => done(performance.now() - began));
        }).on("error", failed);
      });
    const many = async (): Promise<number[]> => {
      const times: number[] = [];
      for (let count = 0; count < REQUESTS; count++) times.push(await asked(count % 2 ? "/" : `/api/exams/${exam}`));
      return times;
    };
    await many();
    const ratios: number[] = [];
    for (let run = 0; run < RUNS; run++) {
      const alone = p99(await many());
      const sockets: { destroy: () => void }[] = [];
      const half = `POST /api/exams/${exam}/events HTTP/1.1\r\nhost: ${hostname}:${port}\r\ncontent-type: application/json\r\ncontent-length: 99\r\n\r\n{"ev`;
      const flooding = setInterval(() => {
        const socket = connect(Number(port), hostname, () => socket.write(half));
        socket.on("error", () => {});
        sockets.push(socket);
      }, HALF_SENT_EVERY_MS);
      for (let count = 0; count < STREAMS; count++)
        sockets.push(
          get({ hostname, port, path: `/api/exams/${exam}/devices/live`, agent: false }, (line) => line.resume()).on(
            "error",
            () => {},
          ),
        );
      await new Promise((done) => setTimeout(done, 500));
      const before = process.cpuUsage();
      const began = performance.now();
      const beside = p99(await many());
      const { user, system } = process.cpuUsage(before);
      const ownCpu = (user + system) / 1000 / (performance.now() - began);
      clearInterval(flooding);
      sockets.forEach((socket) => socket.destroy());
      ratios.push(beside / alone);
      console.log(
        `p99 alone ${alone.toFixed(1)} ms, beside ${beside.toFixed(1)} ms; this test's own CPU ${(ownCpu * 100).toFixed(0)} %`,
      );
    }
    expect(middle(ratios)).toBeLessThanOrEqual(MOST_TIMES_SLOWER);
  });
});
