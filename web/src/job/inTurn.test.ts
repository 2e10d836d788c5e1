import { expect, test } from "vitest";
import { inTurn } from "./inTurn";

/** Something that ends when it is told to. */
function held() {
  let end: () => void = () => undefined;
  let fail: () => void = () => undefined;
  const done = new Promise<void>((resolve, reject) => {
    end = resolve;
    fail = () => reject(new Error("no"));
  });
  return { end: () => end(), fail: () => fail(), work: () => done };
}

test("what is sent for a job waits for what was sent before, also where that failed", async () => {
  const said: string[] = [];
  const [first, second] = [held(), held()];
  const told = (name: string, one: { work: () => Promise<void> }) => async () => {
    said.push(`${name} begins`);
    await one.work();
    said.push(`${name} ends`);
  };
  const a = inTurn("job", told("a", first));
  const b = inTurn("job", told("b", second));
  const elsewhere = inTurn("other", () => Promise.resolve(said.push("other")));
  await elsewhere;
  expect(said).toEqual(["a begins", "other"]);
  first.fail();
  await expect(a).rejects.toThrow("no");
  second.end();
  await b;
  expect(said).toEqual(["a begins", "other", "b begins", "b ends"]);
});
