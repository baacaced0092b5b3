/** Eight colours that stay apart for colour-blind eyes; the `:name` always stands beside them. */
const COLOURS = ['#8a4fa3', '#1c7c54', '#b5541c', '#2b5fb3', '#7a6a00', '#a8325a', '#35707f', '#5c5c6b']

export function coloursFor(names: string[]): Record<string, string> {
  return Object.fromEntries(names.map((name, i) => [name, COLOURS[i % COLOURS.length] ?? '#5c5c6b']))
}
