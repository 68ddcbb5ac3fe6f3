/** `1 need`, `3 needs`, `0 needs`. */
export const counted = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`
