import { expect, test } from "../support/http";

test("what is due is taken away as a calendar", async ({ request }) => {
  const answer = await request.get("/api/due/calendar");
  expect(answer.headers()["content-type"]).toContain("text/calendar");
  expect(await answer.text()).toContain("BEGIN:VCALENDAR");
});
