/** The door for one trip card, or for none: ask(question, asked) gives plain data. */
export function openField(card: unknown): (question: string, asked: unknown) => unknown
