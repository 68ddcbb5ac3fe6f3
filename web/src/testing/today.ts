/** Which part of many like cases goes today, as tests/parts.py has it: `./rindle test all` goes through all of them. */
const day = process.env.RINDLE_DAY

/** Of the cases one in so many, others each day; all of them where there is no day. */
export function ofToday<Case>(cases: readonly Case[], days: number): Case[] {
  return cases.filter((_, at) => day === undefined || at % days === Number(day) % days)
}
