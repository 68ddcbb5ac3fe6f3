/** The first letter of the alphabet that is not taken; after Z come AA, AB and so on. */
export function freeLetter(taken: string[]): string {
  const alphabet = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ']
  const all = [...alphabet, ...alphabet.flatMap((one) => alphabet.map((other) => one + other))]
  return all.find((one) => !taken.includes(one)) ?? ''
}
