/** `once`, `twice`, `5 times`. */
export const times = (count: number) => (count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`)

/** `1 need`, `3 needs`, `0 needs`. */
export const counted = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`
