/** Answers asked for before the page could ask for them itself, each for the first who wants it. */
const answers = new Map<string, Promise<Response>>();

/** Asks for something that will be wanted at once. @param path with `/api` before it. */
export function askEarly(path: string): Promise<Response> {
  const answer = fetch(path);
  // Whoever wants it hears of what goes wrong; nobody else has to.
  answer.catch(() => {});
  answers.set(path, answer);
  return answer;
}

/** The early answer to a path, once. */
export function takeEarly(path: string): Promise<Response> | undefined {
  const answer = answers.get(path);
  answers.delete(path);
  return answer;
}
