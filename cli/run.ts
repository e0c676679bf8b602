import { said } from '@sleetfall/contract'
import { english } from '@sleetfall/contract/english'
import type { Command } from './commands.ts'
import { formProblems } from './form.ts'

export type CommandResult =
  { readonly ok: true; readonly output: string } | { readonly ok: false; readonly problems: readonly string[] }

/** Runs a command on JSON text; an array of inputs gives an array of outputs, or all their problems. */
export function runCommand(command: Command, text: string): CommandResult {
  let input: unknown
  try {
    input = JSON.parse(text) as unknown
  } catch (error) {
    return { ok: false, problems: [`input: ${english(said('form.notJson', { why: (error as Error).message }))}`] }
  }
  const [malformed] = formProblems(input)
  if (malformed) return { ok: false, problems: [`${malformed.path || 'input'}: ${english(malformed.said)}`] }
  const many = Array.isArray(input)
  const results = (many ? (input as unknown[]) : [input]).map((one) => command(one))
  const problems = results.flatMap((result, index) =>
    result.ok
      ? []
      : result.fields.map(
          (problem) =>
            `${many ? `[${index}]` : ''}${many && problem.path ? '.' : ''}${problem.path || (many ? '' : 'input')}: ${english(problem.said)}`,
        ),
  )
  if (problems.length > 0) return { ok: false, problems }
  const values = results.map((result) => (result.ok ? result.value : null))
  return { ok: true, output: JSON.stringify(many ? values : values[0]) }
}
