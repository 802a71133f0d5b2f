/** The door for one trip card, or for none: ask(question, given) gives plain data. */
export function openField(card: unknown): (question: string, given: unknown) => unknown
