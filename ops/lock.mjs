// Plain JavaScript on purpose: the first steps on a machine need it before any package is installed.
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'

/** What tells a process from a later one of the same number: its number and when it began. */
function markOf(pid) {
  const stat = `/proc/${pid}/stat`
  if (!existsSync(stat)) return `${pid} gone`
  // The command stands in brackets and may hold blanks; the start time is the 20th figure after it.
  const began = readFileSync(stat, 'utf8')
    .replace(/^.*\) /s, '')
    .split(' ')[19]
  return `${pid} ${began}`
}

/** Whether the process that wrote a mark still lives; a mark that is being written counts as alive. */
function alive(mark) {
  const [pid] = mark.split(' ')
  return mark === '' || markOf(pid) === mark
}

/**
 * Takes a lock file, waiting while another holder lives; returns how to give it back. One that a killed process
 * left is taken over.
 */
export async function takeLock(file, whileWaiting = () => {}) {
  mkdirSync(dirname(file), { recursive: true })
  for (let waits = 0; ; waits += 1) {
    try {
      writeFileSync(file, markOf(process.pid), { flag: 'wx' })
      return () => rmSync(file, { force: true })
    } catch (error) {
      if (error.code !== 'EEXIST') throw error
      if (!existsSync(file)) continue
      const mark = readFileSync(file, 'utf8')
      if (!alive(mark)) {
        // Of two that see the same leftover only one can move it away; the other looks again.
        const aside = `${file}.${process.pid}`
        try {
          renameSync(file, aside)
          if (readFileSync(aside, 'utf8') !== mark) renameSync(aside, file)
          else rmSync(aside)
        } catch (moved) {
          if (moved.code !== 'ENOENT') throw moved
        }
        continue
      }
      if (waits === 0) whileWaiting()
      await sleep(250)
    }
  }
}
