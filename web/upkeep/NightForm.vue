<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type BowlingEvent, playNightSchema } from '@sleetfall/contract'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useEvents } from '../events/store.ts'
import { useBalls } from '../balls/store.ts'
import DayField from '../controls/DayField.vue'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { dayText, todayText } from '../controls/days.ts'
import { useForm } from '../controls/useForm.ts'
import CustomersField from '../customers/CustomersField.vue'
import { useCustomers } from '../customers/store.ts'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'
import { useUpkeep } from './store.ts'

/** A night of play in one go: whose balls, how many games each, on one pattern; undone as one. */
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const [balls, customers, events, patterns] = [useBalls(), useCustomers(), useEvents(), usePatterns()]
const [upkeep, notices] = [useUpkeep(), useNotices()]
const playing = shallowRef<readonly BowlingEvent[]>([])
onMounted(async () => {
  void patterns.load()
  playing.value = (await events.ahead().catch(() => [])).filter((event) => event.customerIds.length > 0)
})
const form = useForm(playNightSchema, { id: newId(), playedOn: todayText(), patternId: null, rows: [] })
form.claim('rows')

const eventId = ref<string | null>(null)
const chosen = ref<readonly string[]>([])
const usual = ref<number | null>(3)
/** Games typed for a ball; empty means it was not thrown. */
const games = ref<Record<string, number | null>>({})
watch(eventId, async (id) => {
  const event = events.byId.get(id ?? '')
  if (!event) return
  await notices.attempt(() => Promise.all([events.entrants(event.id), balls.loadRacksOf(event)]))
  chosen.value = event.customerIds
  if (event.patternIds.length === 1) form.values['patternId'] = event.patternIds[0]
})
watch(chosen, (ids) => void Promise.all(ids.map((id) => balls.loadRack(id))))
/** Who and how many: kept beside the form's values. */
const beside = {
  read: () => (sum.value > 0 ? { chosen: chosen.value, games: games.value } : null),
  put: (kept: { chosen: readonly string[]; games: Record<string, number | null> } | null) => {
    chosen.value = kept?.chosen ?? []
    games.value = kept?.games ?? {}
    void Promise.all(chosen.value.map((id) => customers.need(id)))
  },
}
const groups = computed(() =>
  chosen.value.flatMap((id) => {
    const customer = customers.byId.get(id)
    const own = balls.rackOf(id)
    return customer ? [{ customer, own }] : []
  }),
)
/** Who threw one ball all night is the usual case: the first tap on a ball writes the usual games. */
function tap(ballId: string) {
  games.value = { ...games.value, [ballId]: games.value[ballId] ? null : usual.value }
}
const rows = computed(() =>
  groups.value.flatMap(({ own }) =>
    own.flatMap((ball) => {
      const count = games.value[ball.id]
      return count == null ? [] : [{ id: rowId(ball.id), ballId: ball.id, games: count }]
    }),
  ),
)
/** Each row keeps its id, so that a repeated save is the same night. */
const ids = new Map<string, string>()
function rowId(ballId: string): string {
  const known = ids.get(ballId) ?? newId()
  ids.set(ballId, known)
  return known
}
const sum = computed(() => rows.value.reduce((total, row) => total + row.games, 0))

async function save() {
  form.values['rows'] = rows.value
  const ok = await form.submit(async (input) => {
    const night = await upkeep.logNight(input)
    notices.done(t('upkeep.night.logged', { games: night.games, balls: night.balls }), () =>
      upkeep.withdrawNight(night.id),
    )
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    :title="t('upkeep.night.title')"
    :form="form"
    :draft="'night'"
    :beside="beside"
    :dirty="sum > 0"
    :save-text="t('upkeep.night.save', { n: sum }, sum)"
    wide
    @save="save"
    @close="emit('close')"
  >
    <div class="top">
      <v-select
        v-model="eventId"
        :label="t('upkeep.night.event')"
        :items="[
          { value: null, title: t('upkeep.night.noEvent') },
          ...playing.map((event) => ({
            value: event.id,
            title: event.nextOn ? `${event.name}, ${dayText(event.nextOn)}` : event.name,
          })),
        ]"
      />
      <DayField v-bind="form.field('playedOn')" :label="t('upkeep.session.playedOn')" :max="todayText()" />
      <v-select
        v-bind="form.field('patternId')"
        :label="t('upkeep.session.pattern')"
        :items="[
          { value: null, title: t('balls.noPattern') },
          ...patterns.items.map((one) => ({ value: one.id, title: one.name })),
        ]"
      />
      <QuantityField v-model="usual" name="games" :label="t('upkeep.night.usual')" />
    </div>
    <CustomersField v-model="chosen" :label="t('upkeep.night.who')" />
    <p v-if="groups.length === 0" class="soft">{{ t('upkeep.night.choose') }}</p>
    <section v-for="{ customer, own } in groups" :key="customer.id" class="player" :aria-label="customer.name">
      <strong>{{ customer.name }}</strong>
      <p v-if="own.length === 0" class="soft">{{ t('upkeep.night.noBalls') }}</p>
      <div class="balls">
        <div v-for="ball in own" :key="ball.id" class="ball">
          <v-btn
            class="touch"
            :class="{ chosen: games[ball.id] }"
            :aria-pressed="Boolean(games[ball.id])"
            @click="tap(ball.id)"
            >{{ games[ball.id] ? '●' : '○' }} {{ ball.name }}</v-btn
          >
          <QuantityField
            v-if="games[ball.id] !== undefined && games[ball.id] !== null"
            class="few"
            name="games"
            :label="t('upkeep.night.games', { name: ball.name })"
            :model-value="games[ball.id]"
            @update:model-value="games = { ...games, [ball.id]: $event }"
          />
        </div>
      </div>
    </section>
    <p v-if="form.errors['rows']" class="bad" role="alert">{{ form.errors['rows'] }}</p>
  </FormDialog>
</template>

<style scoped>
.top {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: var(--gap-2);
  align-items: start;
}
.player {
  display: grid;
  gap: var(--gap-1);
  border-top: 1px solid var(--line);
  padding-top: var(--gap-2);
}
.balls {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-2);
}
.ball {
  display: flex;
  gap: var(--gap-2);
  align-items: start;
}
.few {
  max-width: 190px;
}
.chosen {
  background: var(--accent-wash);
  border: 3px solid var(--ink);
}
</style>
