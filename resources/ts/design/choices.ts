/** The keys of a record with their words, to choose from. */
export const choicesOf = <K extends string>(words: Partial<Record<K, string>>): [K, string][] => Object.entries(words) as [K, string][]
