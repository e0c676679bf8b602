import type { Pattern } from '@sleetfall/contract'
import { useFileDialog } from '@vueuse/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { textOfFile } from '../controls/csv.ts'
import { saveBlob } from '../print/paper.ts'
import { useNotices } from '../shell/notices.ts'
import { type PatternDraft, readPattern, toCsv, toJson } from './exchange.ts'

const longest = 1_000_000

/** Saves a pattern as a file that other programs read, and this one too. */
export function savePattern(pattern: Pattern, kind: 'csv' | 'json'): void {
  const [text, type] =
    kind === 'csv' ? [toCsv(pattern), 'text/csv;charset=utf-8'] : [toJson(pattern), 'application/json']
  saveBlob(new Blob([text], { type }), `${pattern.name}.${kind}`)
}

/** A pattern read from a file becomes a draft, to be looked at before it is kept. */
export function usePatternFiles(opened: () => void) {
  const { t } = useI18n()
  const notices = useNotices()
  const draft = ref<{ readonly file: string; readonly pattern: PatternDraft } | null>(null)
  async function take(file: Pick<File, 'name' | 'size' | 'arrayBuffer'>): Promise<void> {
    if (file.size > longest) return notices.failed(new Error(t('lanes.importFailed.too-large')))
    const read = readPattern(await textOfFile(file), file.name)
    if (!read.ok) return notices.failed(new Error(t(`lanes.importFailed.${read.reason}`, { detail: read.detail })))
    draft.value = { file: file.name, pattern: read.pattern }
    opened()
  }
  const { open, onChange } = useFileDialog({
    accept: '.csv,.json,text/csv,application/json',
    multiple: false,
    reset: true,
  })
  onChange((files) => files?.[0] && take(files[0]))
  return { draft, take, choose: () => open() }
}
