<script setup lang="ts">
import { type BowlingEvent } from '@sleetfall/contract'
import { computed, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import LoadState from '../controls/LoadState.vue'
import MendDialog from '../controls/MendDialog.vue'
import SortHead from '../controls/SortHead.vue'
import { dayText, fromToday } from '../controls/days.ts'
import { useSorted } from '../controls/useSorted.ts'
import { useCustomers } from '../customers/store.ts'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'
import EventForm from './EventForm.vue'
import { useEvents } from './store.ts'

const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const events = useEvents()
const customers = useCustomers()
const patterns = usePatterns()
const form = ref<BowlingEvent | 'new' | null>(null)
const mending = ref<BowlingEvent | null>(null)
const notices = useNotices()
function gone({ id, name }: BowlingEvent) {
  events.drop(id)
  notices.done(t('controls.mend.gone', { name }))
}

function load(anew = false) {
  void events.load(anew)
  void customers.load(anew)
  void patterns.load(anew)
}
onMounted(() => load())
const { search, shown, sortBy, ariaSort } = useSorted(
  'events',
  () => events.items,
  { next: (e) => e.nextOn, name: (e) => e.name, place: (e) => e.place },
  (e) => `${e.name} ${e.place} ${patternNames(e)}`,
)
const patternNames = (event: BowlingEvent) =>
  event.patternIds.map((id) => patterns.byId.get(id)?.name ?? '…').join(', ')
const chosen = computed(() => String(route.params['eventId'] ?? ''))
watch(
  () => route.query['new'],
  (wanted) => {
    if (wanted !== 'event') return
    form.value = 'new'
    void router.replace({ path: route.path })
  },
  { immediate: true },
)
</script>

<template>
  <section class="stack" data-list>
    <div class="spread">
      <h1>{{ t('bag.title') }}</h1>
      <v-btn size="small" class="next-action" @click="form = 'new'">{{ t('bag.add') }}</v-btn>
    </div>
    <LoadState
      :loaded="events.loaded && patterns.loaded && customers.loaded"
      :error="events.error ?? patterns.error ?? customers.error"
      :empty="events.items.length === 0"
      @retry="load(true)"
    >
      <template #empty>
        <p>{{ t('bag.noneYet') }}</p>
        <v-btn class="next-action" @click="form = 'new'">{{ t('bag.add') }}</v-btn>
      </template>
      <p v-if="chosen !== '' && !events.byId.has(chosen)" role="alert">○ {{ t('bag.lost') }}</p>
      <v-text-field v-model="search" class="find" data-filter :label="t('bag.find')" clearable />
      <table class="list">
        <thead>
          <tr>
            <SortHead :label="t('bag.next')" :sorted="ariaSort('next')" @sort="sortBy('next')" />
            <SortHead :label="t('bag.name')" :sorted="ariaSort('name')" @sort="sortBy('name')" />
            <SortHead :label="t('bag.place')" :sorted="ariaSort('place')" @sort="sortBy('place')" />
            <th scope="col">{{ t('bag.patterns') }}</th>
            <th scope="col">{{ t('bag.customers') }}</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="event in shown" :key="event.id" :class="{ chosen: event.id === chosen }">
            <td>
              <template v-if="event.nextOn"
                ><span class="figure">{{ dayText(event.nextOn) }}</span>
                <span class="small soft">{{ fromToday(event.nextOn) }}</span></template
              ><template v-else>{{ t('bag.over') }}</template>
            </td>
            <td>
              <strong>{{ event.name }}</strong>
              <span class="small soft"
                >{{ t(`bag.kinds.${event.kind}`) }}, {{ dayText(event.startsOn) }} – {{ dayText(event.endsOn) }}</span
              >
            </td>
            <td>{{ event.place }}</td>
            <td>
              <router-link v-for="(id, index) in event.patternIds" :key="id" :to="`/lanes/${id}`"
                >{{ patterns.byId.get(id)?.name }}{{ index < event.patternIds.length - 1 ? ', ' : '' }}</router-link
              ><span v-if="event.patternIds.length === 0" class="soft">○ {{ t('bag.noPatterns') }}</span>
            </td>
            <td>
              <details>
                <summary>{{ t('bag.entrants', event.customerIds.length) }}</summary>
                <ul class="entrants">
                  <li v-for="id in event.customerIds" :key="id">
                    <router-link
                      :to="`/coverage/${id}`"
                      :aria-label="t('bag.coverage', { name: customers.byId.get(id)?.name })"
                      >{{ customers.byId.get(id)?.name }}</router-link
                    >
                  </li>
                </ul>
              </details>
            </td>
            <td>
              <v-btn size="small" :aria-label="`${t('bag.edit')}: ${event.name}`" @click="form = event">{{
                t('bag.edit')
              }}</v-btn>
              <v-btn
                size="small"
                variant="text"
                :aria-label="t('controls.mend.openFor', { name: event.name })"
                @click="mending = event"
                >{{ t('controls.mend.open') }}</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="shown.length === 0" class="soft">{{ t('bag.none') }}</p>
    </LoadState>
    <MendDialog
      v-if="mending"
      :name="mending.name"
      :path="`/events/${mending.id}`"
      :version="mending.version"
      may-delete
      @close="mending = null"
      @gone="gone(mending)"
    />
    <EventForm
      v-if="form"
      :key="form === 'new' ? 'new' : form.id"
      :event="form === 'new' ? undefined : form"
      @close="form = null"
    />
  </section>
</template>

<style scoped>
.find {
  max-width: 340px;
}
.entrants {
  list-style: none;
  padding: 0;
}
summary {
  min-height: 32px;
  cursor: pointer;
}
.chosen {
  background: var(--panel);
  box-shadow: inset 4px 0 var(--accent);
}
</style>
