/** Yup opens some messages with the path, which is shown beside them already. */
export function plainWords(message: string, path: string | undefined): string {
  const bare =
    path && message.startsWith(path) ? message.slice(path.length).trim() : message.replace(/^this /, '');
  const words = bare
    .replace(/ but the final value was: [\s\S]*$/, '')
    .replace(/^must be a `(\w+)` type,?$/, (_, type: string) =>
      /^[aeiou]/.test(type) ? `must be an ${type}` : `must be a ${type}`,
    );
  return words.length > 300 ? `${words.slice(0, 300)}…` : words;
}
