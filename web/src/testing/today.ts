/** Which part of many like cases goes today, as tests/parts.py has it: `./rindle test all` goes through all of them. */
const day = Number(process.env.RINDLE_DAY ?? Math.floor(Date.now() / 86_400_000))

/** Of the cases one in so many, others each day. */
export function ofToday<Case>(cases: readonly Case[], days: number): Case[] {
  if (cases.length < days) throw new RangeError(`${cases.length} cases are too few for ${days} days`)
  return cases.filter((_, at) => process.env.RINDLE_ALL || at % days === day % days)
}
