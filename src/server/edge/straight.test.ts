import { createServer, request, type Server } from "node:http";
import { connect } from "node:net";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { idOf } from "@/fixtures/samples/build";
import { ROUTES } from "@/wire/routes";
import { pathOf, type Route } from "@/wire/route";
import { bodyText, RequestError } from "./http";
import { bodyOf, isTap, requestOf, routeAsked, sendAnswer } from "./straight";

const IDS = { exam: idOf(1), person: idOf(2), practitioner: idOf(3), episode: idOf(4), token: idOf(5) };

describe("what goes straight to its answer", () => {
  it("is every route by its method and address, and no other address of all", () => {
    const lost = (Object.entries(ROUTES) as [string, Route][]).filter(
      ([, route]) => routeAsked({ method: route.method, url: `${pathOf(route.path, IDS)}?x=1` }) !== route,
    );
    expect(lost.map(([name]) => name)).toEqual([]);
    for (const url of ["/", "/api", `/api/exams/${idOf(1)}/events/more`, "/_next/static/x.js", "/fhir/Patient"])
      expect(routeAsked({ method: "GET", url })).toBeNull();
    expect(isTap(ROUTES.appendEvents as never)).toBe(true);
    expect(isTap(ROUTES.eventsAfter as never)).toBe(false);
  });

  it("goes on for as long as somebody listens exactly where the route says so", () =>
    expect(
      (Object.entries(ROUTES) as [string, Route][]).filter(([, { isStream }]) => isStream).map(([name]) => name),
    ).toEqual(["liveEvents", "hearDevices", "joinedLive"]));
});

describe("a request that is answered straight", () => {
  let server: Server;
  let asked = 0;
  /** Says back what it was given, and reads no further than its limit. */
  const echo = async (one: Request): Promise<Response> => {
    asked++;
    try {
      const text = await bodyText(one, ROUTES.appendEvents.limit);
      const { method, url, headers } = one;
      return Response.json(
        { method, url, text, own: headers.get("x-own"), host: headers.get("host") },
        { status: 201, headers: { "x-said": "yes" } },
      );
    } catch (error) {
      return Response.json({}, { status: (error as RequestError).status });
    }
  };
  const port = () => (server.address() as { port: number }).port;
  beforeAll(async () => {
    server = createServer((come, go) => {
      const answered = async () => {
        const body = await bodyOf(come, 8_000_000);
        if (body === null) return;
        const answer = await echo(requestOf(come, go, `http://${come.headers.host}`, body));
        await sendAnswer(answer, go, false);
      };
      void answered().catch(() => go.destroy());
    });
    await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  });
  afterAll(() => server.close());

  const send = (body: string, headers: Record<string, string> = {}) =>
    new Promise<{ status: number; said: unknown; text: string }>((done, failed) => {
      const sent = request(
        { port: port(), path: "/api/join/say?a=1", method: "POST", headers: { "x-own": "mine", ...headers } },
        (answer) => {
          let text = "";
          answer.on("data", (chunk: Buffer) => (text += chunk.toString()));
          answer.on("end", () => done({ status: answer.statusCode!, said: answer.headers["x-said"], text }));
        },
      );
      sent.on("error", failed);
      sent.end(body);
    });

  it("comes whole, with its address and headers, and its answer goes back as it is", async () => {
    const { status, said, text } = await send("Łódź, 中");
    expect([status, said]).toEqual([201, "yes"]);
    expect(JSON.parse(text)).toEqual({
      method: "POST",
      url: `http://localhost:${port()}/api/join/say?a=1`,
      text: "Łódź, 中",
      own: "mine",
      host: `localhost:${port()}`,
    });
    expect((await send("")).status).toBe(201);
  });

  it("that is too large says so, whether it told its size or not", async () => {
    expect((await send("x".repeat(9_000_000))).status).toBe(413);
    expect((await send("x".repeat(9_000_000), { "transfer-encoding": "chunked" })).status).toBe(413);
  });

  it("whose sender left half way is asked of nobody", async () => {
    const before = asked;
    await new Promise<void>((done) => {
      const half = connect(port(), "127.0.0.1", () => {
        half.write("POST /api/join/say HTTP/1.1\r\nhost: x\r\ncontent-length: 10\r\n\r\nabc");
        setTimeout(() => half.destroy(), 50);
      });
      half.on("close", () => setTimeout(done, 100));
    });
    expect(asked).toBe(before);
  });
});
