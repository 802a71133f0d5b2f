export function openPractice(card: unknown): (question: string, given: unknown) => unknown
