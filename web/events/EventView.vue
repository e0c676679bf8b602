<script setup lang="ts">
import type { Customer, EventRulings } from '@sleetfall/contract'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import LoadState from '../controls/LoadState.vue'
import { dayText, daysText, fromToday } from '../controls/days.ts'
import { get } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { usePatterns } from '../lanes/store.ts'
import LostView from '../shell/LostView.vue'
import EventForm from './EventForm.vue'
import { useEvents } from './store.ts'
import { useRuleText } from './useRuleText.ts'

/** One event: what is asked of balls, who is entered, whose balls the rules keep out, and whose bag is packed. */
const { t } = useI18n()
const route = useRoute()
const events = useEvents()
const patterns = usePatterns()
const { rulingText, sourceText, blockText } = useRuleText()
const id = computed(() => String(route.params['eventId'] ?? ''))
const event = computed(() => events.byId.get(id.value))
const editing = ref(false)
const entrants = shallowRef<readonly Customer[] | null>(null)
const rulings = shallowRef<EventRulings | null>(null)
const bags = shallowRef<readonly { readonly customerId: string; readonly updatedAt: string }[]>([])
const error = ref<string | null>(null)
onMounted(() => patterns.load())
async function load() {
  const wanted = id.value
  entrants.value = null
  if (!(await events.need(wanted, true))) return
  try {
    const [named, told, packed] = await Promise.all([
      events.entrants(wanted),
      get<EventRulings | null>(`/events/${wanted}/rulings`),
      get<{ customerId: string; updatedAt: string }[]>(`/bags/${wanted}`),
    ])
    if (wanted !== id.value) return
    ;[entrants.value, rulings.value, bags.value, error.value] = [named, told, packed, null]
  } catch (problem) {
    error.value = errorText(problem)
  }
}
watch(id, load, { immediate: true })
const ballsOf = (customerId: string) => (rulings.value?.balls ?? []).filter((ball) => ball.customerId === customerId)
const broken = (customerId: string) =>
  ballsOf(customerId).flatMap(({ ballId, ballName, out, rulings: all }) => {
    const breaks = all.filter(({ ruling }) => ruling === 'breaks')
    return breaks.length > 0 ? [{ ballId, ballName, out, why: breaks.map(rulingText).join('; ') }] : []
  })
/** What nothing on record tells of somebody's balls: asked together, not ball by ball. */
const unknown = (customerId: string) =>
  [
    ...new Set(
      ballsOf(customerId).flatMap(({ rulings: all }) =>
        all.filter(({ ruling }) => ruling === 'unknown').map(({ rule }) => t(`events.rules.asks.${rule}`)),
      ),
    ),
  ].join(', ')
const packedOn = (customerId: string) => bags.value.find((bag) => bag.customerId === customerId)?.updatedAt ?? null
</script>

<template>
  <LostView v-if="events.lost.has(id)" :what="t('events.lost')" to="/events" :go="t('events.title')" />
  <section v-else class="stack">
    <LoadState :loaded="event !== undefined" :error="events.error" @retry="load">
      <template v-if="event">
        <div class="spread">
          <h1>{{ event.name }}</h1>
          <div class="row">
            <a class="tapped" :href="`/api/calendar/events/${event.id}`" download>{{ t('events.calendar') }}</a>
            <v-btn size="small" @click="editing = true">{{ t('events.edit') }}</v-btn>
          </div>
        </div>
        <dl class="facts panel">
          <div>
            <dt>{{ t(`events.kinds.${event.kind}`) }}</dt>
            <dd>
              {{ daysText(event.startsOn, event.endsOn) }}
              <span v-if="event.nextOn" class="soft small">{{ fromToday(event.nextOn) }}</span>
            </dd>
          </div>
          <div v-if="event.place">
            <dt>{{ t('events.place') }}</dt>
            <dd>{{ event.place }}</dd>
          </div>
          <div v-if="event.format || event.games || event.bowlersOnPair">
            <dt>{{ t('events.format') }}</dt>
            <dd>
              {{ event.format }}
              <span class="soft small">{{ blockText(event) }}</span>
            </dd>
          </div>
          <div v-if="event.squads.length > 0">
            <dt>{{ t('events.squads') }}</dt>
            <dd v-for="squad in event.squads" :key="`${squad.on} ${squad.at}`">
              {{ squad.name }} {{ dayText(squad.on) }}, {{ squad.at }}
            </dd>
          </div>
          <div v-if="event.entryClosesOn">
            <dt>{{ t('events.entryCloses') }}</dt>
            <dd>
              <strong>{{ dayText(event.entryClosesOn) }}</strong>
              <span class="soft small">{{ fromToday(event.entryClosesOn) }}</span>
            </dd>
          </div>
          <div>
            <dt>{{ t('events.patterns') }}</dt>
            <dd>
              <router-link v-for="one in event.patternIds" :key="one" class="tapped" :to="`/lanes/${one}`">{{
                patterns.byId.get(one)?.name
              }}</router-link>
              <span v-if="event.patternIds.length === 0">○ {{ t('events.unknownHint') }}</span>
            </dd>
          </div>
          <div>
            <dt>{{ t('events.rules.one') }}</dt>
            <dd v-if="rulings">
              {{ rulings.rules.name }}
              <span class="soft small">{{ sourceText(rulings.rules) }}</span>
              <span class="small">{{ t(`events.rules.surfaceChange.${rulings.rules.surfaceChange}`) }}</span>
            </dd>
            <dd v-else class="soft">{{ t('events.rules.none') }}</dd>
          </div>
        </dl>
        <p v-if="event.note">{{ event.note }}</p>
        <h2>{{ t('events.customers') }}</h2>
        <LoadState :loaded="entrants !== null" :error="error" :empty="entrants?.length === 0" @retry="load">
          <template #empty>
            <p>{{ t('events.noEntrants') }}</p>
          </template>
          <ul class="entrants">
            <li v-for="one in entrants" :key="one.id" class="panel stack">
              <div class="spread">
                <strong>{{ one.name }}</strong>
                <span v-if="packedOn(one.id)" class="small"
                  >● {{ t('events.bagKept', { day: dayText(packedOn(one.id)!) }) }}</span
                >
                <span v-else class="small soft">○ {{ t('events.noBag') }}</span>
              </div>
              <p v-for="ball in broken(one.id)" :key="ball.ballId" class="small">
                ▲ <strong>{{ ball.ballName }}</strong> {{ t(ball.out ? 'events.rules.out' : 'events.rules.tooRough') }}:
                {{ ball.why }}
              </p>
              <p v-if="unknown(one.id)" class="small soft">{{ t('events.rules.ask', { what: unknown(one.id) }) }}</p>
              <div class="row">
                <v-btn
                  v-if="event.nextOn"
                  size="small"
                  :to="`/events/${event.id}/bag/${one.id}`"
                  :aria-label="t('events.bagOf', { name: one.name })"
                  >{{ t('events.bag') }}</v-btn
                >
                <router-link
                  class="tapped"
                  :to="`/coverage/${one.id}`"
                  :aria-label="t('events.coverage', { name: one.name })"
                  >{{ t('coverage.title') }}</router-link
                >
              </div>
            </li>
          </ul>
          <p v-if="rulings" class="small soft">{{ t('events.rules.verify') }}</p>
        </LoadState>
      </template>
    </LoadState>
    <EventForm v-if="editing && event" :event="event" @close="editing = false" @saved="load" />
  </section>
</template>

<style scoped>
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-4);
}
dt {
  font-family: var(--condensed);
  color: var(--ink-soft);
}
dd {
  margin: 0;
}
dd > span,
dd > a {
  display: block;
}
.entrants {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(320px, 100%), 1fr));
  gap: var(--gap-3);
  align-items: start;
}
</style>
