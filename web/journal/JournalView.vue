<script setup lang="ts">
import { type JournalEntry, type JournalPart, journalAreas, journalKey } from '@sleetfall/contract'
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import DayField from '../controls/DayField.vue'
import LoadState from '../controls/LoadState.vue'
import { dayText, timeText } from '../controls/days.ts'
import { get } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { queryOf } from '../http/usePage.ts'
import { useNotices } from '../shell/notices.ts'
import { changeTexts, unread } from './changeText.ts'
import { vCards } from '../controls/cards.ts'

/** Who changed what: the owner's. */
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const notices = useNotices()
const question = reactive({ staffId: null as string | null, area: null as string | null, from: '', to: '' })
const subjectId = computed(() => (typeof route.query['of'] === 'string' ? route.query['of'] : null))
const asked = computed(() => queryOf({ ...question, subjectId: subjectId.value }))
const people = ref<readonly { id: string; name: string }[]>([])
const items = ref<readonly JournalEntry[]>([])
const next = ref<string | null>(null)
const loaded = ref(false)
const error = ref<string | null>(null)
const mostShown = 6
const part = (before?: string) =>
  get<JournalPart>(`/journal?${[asked.value, before ? queryOf({ before }) : ''].filter(Boolean).join('&')}`)
async function load() {
  const mine = asked.value
  try {
    const [first, everybody] = await Promise.all([part(), get<typeof people.value>('/journal/people')])
    if (mine !== asked.value) return
    items.value = first.items
    next.value = first.next
    people.value = everybody
    loaded.value = true
    error.value = null
  } catch (problem) {
    if (mine === asked.value) error.value = errorText(problem)
  }
}
onMounted(load)
watch(asked, load)
const more = () =>
  notices.attempt(async () => {
    const further = await part(next.value!)
    items.value = [...items.value, ...further.items]
    next.value = further.next
  })
const byText = ({ staffId, staffName }: JournalEntry) =>
  staffName !== '' || staffId !== null ? staffName : t('journal.byLink')
const changesOf = (entry: JournalEntry) =>
  changeTexts(entry.changes, { yes: t('journal.yes'), no: t('journal.no') }).map(({ column, before, after }) =>
    before === unread && after === unread
      ? t('journal.changed', { column })
      : after === null && before !== null && entry.what.startsWith('DELETE')
        ? t('journal.went', { column, before })
        : t('journal.change', {
            column,
            before: before ?? t('journal.nothingThere'),
            after: after ?? t('journal.nothingThere'),
          }),
  )
const only = (id: string | null) => router.replace({ query: id ? { of: id } : {} })
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1>{{ t('journal.title') }}</h1>
      <v-btn :href="`/api/journal/file?${asked}`">{{ t('journal.file') }}</v-btn>
    </div>
    <p class="soft">{{ t('journal.why') }}</p>
    <div class="filters">
      <v-select
        v-model="question.staffId"
        :label="t('journal.person')"
        :items="[
          { value: null, title: t('journal.everybody') },
          ...people.map(({ id, name }) => ({ value: id, title: name })),
        ]"
      />
      <v-select
        v-model="question.area"
        :label="t('journal.area')"
        :items="[
          { value: null, title: t('journal.anything') },
          ...journalAreas.map((value) => ({ value, title: t(`journal.areas.${value}`) })),
        ]"
      />
      <DayField v-model="question.from" :label="t('journal.from')" />
      <DayField v-model="question.to" :label="t('journal.to')" />
    </div>
    <p v-if="subjectId" class="row">
      {{ t('journal.ofRecord') }} <v-btn size="small" @click="only(null)">{{ t('journal.all') }}</v-btn>
    </p>
    <LoadState :loaded="loaded" :error="error" @retry="load">
      <p v-if="items.length === 0">{{ t('journal.nothing') }}</p>
      <table v-else v-cards class="list">
        <thead>
          <tr>
            <th>{{ t('journal.when') }}</th>
            <th>{{ t('journal.who') }}</th>
            <th>{{ t('journal.what') }}</th>
            <th>{{ t('journal.record') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="entry in items" :key="entry.id">
            <td class="figure when">{{ dayText(entry.at) }} {{ timeText(entry.at) }}</td>
            <td>
              {{ byText(entry) }}<span v-if="entry.withPin" class="soft small"> {{ t('journal.withPin') }}</span>
            </td>
            <td>
              {{ t(`journal.did.${journalKey(entry.what)}`) }}
              <span v-for="(text, at) in changesOf(entry).slice(0, mostShown)" :key="at" class="change small">{{
                text
              }}</span>
              <span v-if="changesOf(entry).length > mostShown" class="soft small">{{
                t('journal.moreChanges', { n: changesOf(entry).length - mostShown })
              }}</span>
            </td>
            <td>
              <v-btn
                v-if="entry.subjectId && entry.label && entry.subjectId !== subjectId"
                variant="text"
                size="small"
                :aria-label="t('journal.onlyThis', { name: entry.label })"
                @click="only(entry.subjectId)"
                >{{ entry.label }}</v-btn><template v-else>{{ entry.label }}</template>
            </td>
          </tr>
        </tbody>
      </table>
      <div v-if="next">
        <v-btn @click="more">{{ t('journal.more') }}</v-btn>
      </div>
    </LoadState>
  </div>
</template>

<style scoped>
.filters {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: var(--gap-3);
}
.when {
  white-space: nowrap;
}
.change {
  display: block;
  color: var(--ink-soft);
  overflow-wrap: anywhere;
}
</style>
