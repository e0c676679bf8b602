<script setup lang="ts">
import type { Page, Trial } from '@sleetfall/contract'
import { type Compared, differing, retestsOf } from '@sleetfall/core'
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { quantityText } from '../controls/quantities.ts'
import { get } from '../http/client.ts'
import { queryOf } from '../http/usePage.ts'
import { useSession } from '../shell/session.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import { isHidden } from './useArmText.ts'
import { fixed, plain } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** An earlier trial with the same ball beside this one: everything that may differ, so that one change is not blamed for two. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const session = useSession()
const earlier = ref<readonly Trial[]>([])
const failed = ref(false)
async function load() {
  failed.value = false
  try {
    const balls = new Set(props.trial.arms.map(({ ballId }) => ballId))
    // Not put into the store: a list comes without the tracked paths of the trial that is open.
    const query = queryOf({ customerId: props.trial.customerId, limit: 60 })
    const { items: all } = await get<Page<Trial>>(`/trials?${query}`)
    earlier.value = all
      .filter(({ id, startedAt }) => id !== props.trial.id && startedAt < props.trial.startedAt)
      .filter(({ arms }) => arms.some(({ ballId }) => balls.has(ballId)))
      .sort((a, b) => b.startedAt.localeCompare(a.startedAt))
  } catch {
    failed.value = true
  }
}
onMounted(load)
const chosenId = ref<string | null>(null)
const items = computed(() => [
  { value: null, title: t('trials.earlier.none') },
  ...earlier.value.map(({ id, question, startedAt }) => ({ value: id, title: `${dayText(startedAt)}: ${question}` })),
])
const chosen = computed(() => earlier.value.find(({ id }) => id === chosenId.value))
const retests = computed(() => (chosen.value ? retestsOf(chosen.value, props.trial) : []))
function shown({ fact }: Compared, value: string | number | null): string {
  if (value === null) return t('trials.earlier.notNoted')
  if (typeof value === 'string') return value
  if (fact === 'surface') return t('trials.earlier.grit', { grit: roundGrit(value) })
  if (fact === 'speed') return quantityText('speedMph', value, session.metric)
  if (fact === 'oil') return `${Math.round(100 * value)} %`
  return plain(value, 1)
}
const names = (facts: readonly string[]) => facts.map((fact) => t(`trials.earlier.facts.${fact}`)).join(', ')
function conclusion(one: (typeof retests.value)[number]): string {
  const { differ, unknown } = differing(one)
  const said =
    differ.length === 0
      ? t(unknown.length > 0 ? 'trials.earlier.nothingNoted' : 'trials.earlier.nothing')
      : differ.length === 1
        ? t('trials.earlier.one', { what: names(differ) })
        : t('trials.earlier.several', { n: differ.length, what: names(differ) })
  return unknown.length > 0 ? `${said} ${t('trials.earlier.unknown', { what: names(unknown) })}` : said
}
const entry = ({ entryBoard, shots }: { readonly entryBoard: number | null; readonly shots: number }) =>
  entryBoard === null
    ? t('trials.earlier.notNoted')
    : t('trials.earlier.entry', { board: fixed(entryBoard, 1), n: shots }, shots)
</script>

<template>
  <section
    v-if="!isHidden(trial) && (earlier.length > 0 || failed)"
    class="stack"
    :aria-label="t('trials.earlier.title')"
  >
    <h2>{{ t('trials.earlier.title') }}</h2>
    <p v-if="failed">
      {{ t('trials.earlier.failed') }}
      <v-btn size="small" variant="text" @click="load">{{ t('shell.retry') }}</v-btn>
    </p>
    <v-select v-else v-model="chosenId" class="no-print" :label="t('trials.earlier.choose')" :items="items" />
    <div v-for="one in retests" :key="one.ballId" class="stack">
      <table v-cards class="list">
        <caption>
          {{
            one.ballName
          }}
        </caption>
        <thead>
          <tr>
            <td></td>
            <th scope="col">{{ t('trials.earlier.then') }}</th>
            <th scope="col">{{ t('trials.earlier.now') }}</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="fact in one.facts" :key="fact.fact">
            <th scope="row">{{ t(`trials.earlier.facts.${fact.fact}`) }}</th>
            <td>{{ shown(fact, fact.then) }}</td>
            <td>{{ shown(fact, fact.now) }}</td>
            <td>{{ fact.same === false ? `▲ ${t('trials.earlier.differs')}` : fact.same === null ? '◇' : '' }}</td>
          </tr>
          <tr>
            <th scope="row">{{ t('trials.entry') }}</th>
            <td>{{ entry(one.then) }}</td>
            <td>{{ entry(one.now) }}</td>
            <td></td>
          </tr>
        </tbody>
      </table>
      <p>{{ conclusion(one) }}</p>
    </div>
    <p v-if="chosen">
      <router-link :to="`/trials/${chosen.id}`">{{
        t('trials.earlier.open', { question: chosen.question })
      }}</router-link>
    </p>
  </section>
</template>

<style scoped>
caption {
  text-align: start;
  font-weight: 700;
  padding-block: var(--gap-1);
}
</style>
