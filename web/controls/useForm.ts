import { type FieldProblem, check } from '@sleetfall/contract'
import { type Ref, computed, reactive, ref } from 'vue'
import type { AnySchema, InferType } from 'yup'
import { ApiError, errorText } from '../http/problem.ts'
import { textOfAll, textsByPath } from '../i18n.ts'
import { type Differing, differing, settle } from './merge.ts'

export interface Conflict {
  readonly current: Record<string, unknown> & { version: number }
  /** Fields in which both differ, each with what is to stay. */
  readonly rows: Differing[]
}

/** Deep copy of plain data; of reactive data too, which `structuredClone` refuses. */
const copyOf = <T>(data: T) => JSON.parse(JSON.stringify(data)) as T

/**
 * State of one form: what was typed, one message per field from the same schema as the server's, and a version
 * conflict with the record that stands now. Nothing typed is ever lost by an error.
 */
export function useForm<S extends AnySchema>(schema: S, initial: Record<string, unknown>) {
  const values = reactive<Record<string, unknown>>(copyOf(initial))
  const start = copyOf(initial)
  const errors = reactive<Record<string, string>>({})
  const failure = ref('')
  const busy = ref(false)
  const conflict: Ref<Conflict | null> = ref(null)
  const changed = computed(() => JSON.stringify(values) !== JSON.stringify(start))

  /** Whether it was sent and taken. */
  const sent = ref(false)
  /** What differs from what the form opened with. */
  const typed = () =>
    Object.fromEntries(
      Object.entries(copyOf(values)).filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(start[key])),
    )
  const reset = () => void Object.assign(values, copyOf(start))

  /** Fields that show their own messages; all others are told at the foot of the form. */
  const claimed = new Set<string>()

  function show(fields: readonly FieldProblem[]): void {
    clear()
    Object.assign(errors, textsByPath(fields))
    const unclaimed = fields.filter(({ path }) => !claimed.has(path.split(/[.[]/)[0]!))
    failure.value = textOfAll(unclaimed)
  }
  function clear(): void {
    for (const key of Object.keys(errors)) delete errors[key]
    failure.value = ''
  }
  let going: Promise<unknown> = Promise.resolve()
  /** When what is on its way, if anything is, was taken or refused. */
  const settled = () => going
  /** Checks, then hands the cast values over; resolves to true when that went well. */
  const submit = (send: (input: InferType<S>) => Promise<unknown>): Promise<boolean> => {
    const sending = checkAndSend(send)
    going = sending
    return sending
  }
  async function checkAndSend(send: (input: InferType<S>) => Promise<unknown>): Promise<boolean> {
    const checked = check(schema, { ...values })
    if (!checked.ok) {
      show(checked.fields)
      focusFirstError()
      return false
    }
    clear()
    busy.value = true
    try {
      await send(checked.value)
      sent.value = true
      return true
    } catch (error) {
      if (error instanceof ApiError && error.problem.code === 'version-conflict' && error.problem.current) {
        const current = error.problem.current as Conflict['current']
        conflict.value = { current, rows: differing(schema, start, values, current) }
      } else if (error instanceof ApiError && error.problem.fields) {
        show(error.problem.fields)
        focusFirstError()
      } else {
        failure.value = errorText(error)
      }
      return false
    } finally {
      busy.value = false
    }
  }
  /** Bindings of a field: value, change and message. */
  function field<T = string>(name: string) {
    claimed.add(name)
    return {
      modelValue: values[name] as T,
      'onUpdate:modelValue': (value: unknown) => {
        values[name] = value
        delete errors[name]
      },
      errorMessages: errors[name] ?? '',
    }
  }
  /** For fields that a form binds in another way and whose messages it shows itself. */
  const claim = (...names: readonly string[]) => names.forEach((name) => claimed.add(name))
  /** Values that the form works out by itself: they count as nothing typed. */
  function derive(part: Readonly<Record<string, unknown>>): void {
    Object.assign(values, part)
    Object.assign(start, copyOf(part))
  }
  /** Back to editing after a conflict was shown. */
  const goOn = () => void (conflict.value = null)
  return {
    ...{ values, errors, failure, busy, conflict, changed, sent, submit, field, derive, claim, goOn, show, clear },
    ...{ typed, reset, settled },
  }
}

/** What a form's frame needs of it, whatever its schema. */
export type FormState = Pick<
  ReturnType<typeof useForm>,
  'values' | 'failure' | 'busy' | 'conflict' | 'changed' | 'goOn' | 'sent' | 'typed' | 'reset' | 'settled'
>

/** Out of a conflict, with what was chosen to stay as theirs in the form: the version to save over. */
export function takeChosen(form: Pick<FormState, 'values' | 'conflict' | 'goOn'>): number {
  const { current, rows } = form.conflict.value!
  settle(form.values, rows)
  form.goOn()
  return current.version
}

/**
 * The version that a form edits, and the two ways out of a conflict: save over the one that stands now, field by field mine or theirs as chosen, or take
 * that one whole and leave.
 */
export function useVersions(
  form: FormState,
  start: number,
  save: () => unknown,
  take: (current: Conflict['current']) => void,
) {
  let version = start
  function keepMine(): void {
    version = takeChosen(form)
    void save()
  }
  const takeTheirs = () => take(form.conflict.value!.current)
  return { current: () => version, keepMine, takeTheirs }
}

/** Brings the first wrong field into view once the messages are drawn. */
function focusFirstError(): void {
  requestAnimationFrame(() =>
    requestAnimationFrame(() =>
      document.querySelector<HTMLElement>('.v-input--error input, .v-input--error textarea')?.focus(),
    ),
  )
}
