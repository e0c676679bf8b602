import { readFileSync } from 'node:fs'
import { commandNames, openCommand } from './commands.ts'
import { runCommand } from './run.ts'

const name = process.argv[2]
const command = name === undefined ? undefined : await openCommand(name)
if (!command) {
  console.error(
    `Usage: npm run --silent sleetfall -- COMMAND < input.json > output.json\nCommands: ${commandNames.join(', ')}`,
  )
  process.exit(2)
}
const result = runCommand(command, readFileSync(0, 'utf8'))
if (result.ok) process.stdout.write(`${result.output}\n`)
else {
  process.stderr.write(`${result.problems.join('\n')}\n`)
  process.exitCode = 2
}
