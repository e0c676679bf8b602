<script setup lang="ts">
import { urethaneSchools } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import HowKnown from '../controls/HowKnown.vue'
import LoadState from '../controls/LoadState.vue'
import { dayText } from '../controls/days.ts'
import EngineState from '../coverage/EngineState.vue'
import { useRuleText } from '../events/useRuleText.ts'
import { useNotices } from '../shell/notices.ts'
import LostView from '../shell/LostView.vue'
import { useSession } from '../shell/session.ts'
import LinkDialog from '../upkeep/LinkDialog.vue'
import { useDueText } from '../upkeep/useDueText.ts'
import { saveBagCard } from './bagCard.ts'
import BagLadder from './BagLadder.vue'
import BagPacking from './BagPacking.vue'
import BagTable from './BagTable.vue'
import BagWorks from './BagWorks.vue'
import PracticeCard from './PracticeCard.vue'
import { usePracticeText } from './usePracticeText.ts'
import { useBag } from './useBag.ts'
import { useBagText } from './useBagText.ts'
import { counted, fixed } from '../controls/figures.ts'

/** Which balls a customer carries to an event, at which surfaces, when to change to which, and what has to be packed. */
const { t } = useI18n()
const route = useRoute()
const session = useSession()
const notices = useNotices()
const words = useBagText()
const practice = usePracticeText()
const due = useDueText()
const { rulingText } = useRuleText()
const eventId = () => String(route.params['eventId'])
const customerId = () => String(route.params['customerId'])
const { view, error, lost, carried, school, load, keep, tick } = useBag(eventId, customerId)
const linking = ref(false)
const card = computed(() => view.value?.card ?? null)
const out = computed(() =>
  (view.value?.rulings ?? []).flatMap(({ ballId, rulings }) => {
    const breaks = rulings.filter(({ ruling }) => ruling === 'breaks')
    const name = view.value?.balls.find(({ id }) => id === ballId)?.name
    return breaks.length > 0 ? [{ ballId, name, why: breaks.map(rulingText).join('; ') }] : []
  }),
)
const nameOf = (id: string) => view.value?.balls.find((ball) => ball.id === id)?.name ?? '–'
const counts = computed(() => [
  { value: null, title: t('bags.asRules') },
  ...Array.from({ length: view.value?.balls.length ?? 0 }, (_, i) => ({ value: i + 1, title: String(i + 1) })),
])
const print = () =>
  notices.attempt(async () => {
    if (!view.value || !card.value) return
    await saveBagCard(
      t,
      { words, practice, due },
      {
        ...{ shop: session.info?.shopName ?? '', customer: view.value.customer.name },
        card: card.value,
      },
    )
  })
</script>

<template>
  <LostView v-if="lost" :what="t('bags.lost')" :to="`/events/${eventId()}`" :go="t('bags.toEvent')" />
  <section v-else class="stack">
    <LoadState :loaded="view !== null" :error="error" @retry="load">
      <template v-if="view">
        <div class="spread">
          <h1>{{ t('bags.title', { name: view.customer.name, event: view.event.name }) }}</h1>
          <div class="row">
            <v-btn size="small" :to="`/events/${view.event.id}`">{{ t('bags.toEvent') }}</v-btn>
            <a class="tapped" :href="`/api/calendar/customers/${view.customer.id}`" download>{{
              t('bags.calendar')
            }}</a>
          </div>
        </div>
        <div class="row wishes">
          <v-select
            v-model="carried"
            class="carried"
            density="compact"
            hide-details
            :label="t('bags.most')"
            :items="counts"
          />
          <v-select
            v-if="view.schools.length > 0"
            v-model="school"
            class="school"
            density="compact"
            hide-details
            :label="t('bags.school')"
            :items="urethaneSchools.map((value) => ({ value, title: t(`bags.schools.${value}`) }))"
          />
          <span v-if="view.rules" class="small">{{
            t('bags.rulesLine', {
              name: view.rules.name,
              change: t(`events.rules.surfaceChange.${view.rules.surfaceChange}`),
              cleaner: t(`events.rules.cleaner.${view.rules.cleaner}`),
            })
          }}</span>
        </div>
        <p v-if="view.schools.length > 0" class="small soft sentence">
          {{
            view.schools
              .map((one) =>
                t('bags.schoolStrikes', { school: t(`bags.schools.${one.school}`), n: fixed(one.strikes, 0) }),
              )
              .join('; ')
          }}. {{ t('bags.schoolWhy') }}
        </p>
        <p v-if="view.patternsUnknown" class="small">
          ○ {{ t('bags.unknown', { names: view.patterns.map(({ name }) => name).join(', ') }) }}
        </p>
        <p v-if="view.beyond > 0" class="small">○ {{ t('bags.beyond', { n: view.beyond }, view.beyond) }}</p>
        <p v-for="ball in out" :key="ball.ballId" class="small">
          ▲ <strong>{{ ball.name }}</strong>: {{ ball.why }}.
        </p>
        <p v-if="view.rules" class="small soft">{{ t('events.rules.verify') }}</p>
        <EngineState :view="{ customerId: view.customer.id, engine: view.engine }" @changed="load" />
        <p v-if="!card && view.engine.state !== 'ready'" class="soft" role="status">◌ {{ t('bags.waits') }}</p>
        <p v-else-if="!card">{{ t('bags.noBalls', { name: view.customer.name }) }}</p>
        <template v-if="card">
          <p>
            <strong>{{ t('bags.strikes', { n: fixed(card.strikes, 0) }) }}</strong>
            <span v-if="view.proved" class="small soft">{{ t('bags.proved', { n: counted(view.combinations) }) }}</span>
            <HowKnown :figures="words.known(card.strikes)" :what="t('bags.strikes', { n: fixed(card.strikes, 0) })" />
          </p>
          <BagTable :view="view" :card="card" />
          <p v-for="[a, b] in view.bag?.twins ?? []" :key="`${a} ${b}`" class="small">
            ◇ {{ t('bags.twins', { a: nameOf(a), b: nameOf(b) }) }}
          </p>
          <div class="row">
            <v-btn v-if="session.may('promises')" size="small" class="next-action" @click="keep">{{
              t(view.kept ? 'bags.keepAgain' : 'bags.keep')
            }}</v-btn>
            <v-btn size="small" @click="print">{{ t('bags.card') }}</v-btn>
            <v-btn size="small" @click="linking = true">{{ t('bags.link') }}</v-btn>
            <span v-if="view.kept" class="small soft">{{
              t('bags.keptOn', { day: dayText(view.kept.updatedAt) })
            }}</span>
          </div>
          <BagWorks :view="view" @put="load" />
          <h2>{{ t('bags.ladder') }}</h2>
          <BagLadder :card="card" />
          <p class="small soft">{{ t('bags.ladderHow') }}</p>
          <PracticeCard :card="card" />
          <BagPacking :view="view" @tick="tick" />
        </template>
      </template>
    </LoadState>
    <LinkDialog
      v-if="linking && view"
      :customer-id="view.customer.id"
      :name="view.customer.name"
      @close="linking = false"
    />
  </section>
</template>

<style scoped>
.carried {
  max-width: 170px;
}
.school {
  max-width: 260px;
}
</style>
