export function openPractice(card: unknown): (question: string, asked: unknown) => unknown
