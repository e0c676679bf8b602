import PQueue from 'p-queue'
import type { AnswerOf, Task } from './tasks.ts'

/** A worker, wherever it runs. */
export interface Performer {
  perform(task: Task): Promise<unknown>
  /** Ends it at once, in the middle of its work if need be. */
  end(): void
}

export interface RunOptions {
  /** Higher comes first; what the user looks at should. Usual: 0. */
  readonly priority?: number
  /** Takes the task out of the queue, or ends the worker that is at it. */
  readonly signal?: AbortSignal | undefined
}

export interface Progress<T extends Task> {
  readonly index: number
  readonly answer: AnswerOf<T>
  readonly done: number
  readonly total: number
}

/** What a task that was given up rejects with. */
export class GivenUp extends Error {
  override readonly name = 'AbortError'
}

/**
 * Spreads tasks over a few workers, highest priority first. Workers are opened when they are needed and kept; one whose
 * task is given up, or that fails, is ended and replaced.
 */
export class WorkPool {
  readonly #queue: PQueue
  readonly #idle: Performer[] = []
  readonly #busy = new Set<Performer>()
  readonly #open: () => Performer

  constructor(open: () => Performer, workers: number) {
    this.#open = open
    this.#queue = new PQueue({ concurrency: Math.max(1, workers) })
  }

  /** Answers one task; rejects with `GivenUp` when its signal fires, with the worker's error when that fails. */
  run<T extends Task>(task: T, { priority = 0, signal }: RunOptions = {}): Promise<AnswerOf<T>> {
    return new Promise((resolve, reject) => {
      const giveUp = () => reject(new GivenUp('given up'))
      if (signal?.aborted) return giveUp()
      signal?.addEventListener('abort', giveUp, { once: true })
      void this.#queue.add(
        async () => {
          try {
            if (!signal?.aborted) resolve(await this.#perform(task, signal))
          } catch (error) {
            reject(error as Error)
          } finally {
            signal?.removeEventListener('abort', giveUp)
          }
        },
        { priority },
      )
    })
  }

  /**
   * Answers many tasks; `onAnswer` is told of each as it comes. `priorityOf` is asked once per task. Rejects with
   * `GivenUp` when the signal fires: what came until then has been told.
   */
  async runAll<T extends Task>(
    tasks: readonly T[],
    options: {
      readonly priorityOf?: (index: number) => number
      readonly signal?: AbortSignal | undefined
      readonly onAnswer: (progress: Progress<T>) => void
    },
  ): Promise<void> {
    const { priorityOf = () => 0, signal, onAnswer } = options
    // A signal each: hundreds of listeners on one are taken for a leak.
    const stops = tasks.map(() => new AbortController())
    const stopAll = () => stops.forEach((stop) => stop.abort())
    if (signal?.aborted) stopAll()
    signal?.addEventListener('abort', stopAll, { once: true })
    let done = 0
    try {
      await Promise.all(
        tasks.map(async (task, index) => {
          const answer = await this.run(task, { priority: priorityOf(index), signal: stops[index]!.signal })
          done += 1
          onAnswer({ index, answer, done, total: tasks.length })
        }),
      )
    } finally {
      // One failure ends the rest: nobody waits for them any more.
      signal?.removeEventListener('abort', stopAll)
      stopAll()
    }
  }

  /** Ends all workers; what still runs never answers. */
  close(): void {
    this.#queue.clear()
    for (const worker of [...this.#idle, ...this.#busy]) worker.end()
    this.#idle.length = 0
    this.#busy.clear()
  }

  async #perform<T extends Task>(task: T, signal: AbortSignal | undefined): Promise<AnswerOf<T>> {
    const worker = this.#idle.pop() ?? this.#open()
    this.#busy.add(worker)
    let abort = () => {}
    const ended = new Promise<never>((_, reject) => {
      abort = () => reject(new GivenUp('given up'))
      signal?.addEventListener('abort', abort, { once: true })
    })
    try {
      const answer = await Promise.race([worker.perform(task), ended])
      this.#idle.push(worker)
      return answer as AnswerOf<T>
    } catch (error) {
      worker.end()
      throw error
    } finally {
      this.#busy.delete(worker)
      signal?.removeEventListener('abort', abort)
    }
  }
}
