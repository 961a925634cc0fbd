import { QueryObserver } from "@tanstack/react-query";
import { expect, test } from "vitest";
import { Queries } from "./queries";

/** A server whose list grows, and whose answers come when they are let go. */
class Server {
  list = ["first"];
  private readonly waiting: (() => void)[] = [];

  ask = () => {
    const asked = [...this.list];
    return new Promise<string[]>((answer) => this.waiting.push(() => answer(asked)));
  };

  answer = async (): Promise<void> => {
    this.waiting.shift()?.();
    await settled();
  };
}

const settled = () => new Promise((done) => setTimeout(done, 5));

test("what is still on its way when something changes is asked again", async () => {
  const server = new Server();
  const queries = new Queries();
  const seen = new QueryObserver(queries, { queryKey: ["list"], queryFn: server.ask });
  const leave = seen.subscribe(() => undefined);
  await settled();
  server.list.push("second");
  queries.invalidateQueries({ queryKey: ["list"] });
  await settled();
  await server.answer();
  await server.answer();
  expect(seen.getCurrentResult().data).toEqual(["first", "second"]);
  leave();
});

test("what was read already stays in sight while it is read again", async () => {
  const server = new Server();
  const queries = new Queries();
  const seen = new QueryObserver(queries, { queryKey: ["list"], queryFn: server.ask });
  const leave = seen.subscribe(() => undefined);
  await settled();
  await server.answer();
  server.list.push("second");
  queries.invalidateQueries({ queryKey: ["list"] });
  await settled();
  expect(seen.getCurrentResult().data).toEqual(["first"]);
  await server.answer();
  expect(seen.getCurrentResult().data).toEqual(["first", "second"]);
  leave();
});
