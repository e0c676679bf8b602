<script setup lang="ts">
import { type BowlingEvent } from '@sleetfall/contract'
import { onMounted, reactive, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import LoadState from '../controls/LoadState.vue'
import MendDialog from '../controls/MendDialog.vue'
import SortHead from '../controls/SortHead.vue'
import { dayText, daysText, fromToday, todayText } from '../controls/days.ts'
import MoreRows from '../controls/MoreRows.vue'
import { useOrder } from '../controls/useSorted.ts'
import { usePage } from '../http/usePage.ts'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'
import EventEntrants from './EventEntrants.vue'
import EventForm from './EventForm.vue'
import { useEvents } from './store.ts'
import { vCards } from '../controls/cards.ts'

const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const events = useEvents()
const patterns = usePatterns()
const form = ref<BowlingEvent | 'new' | null>(null)
const mending = ref<BowlingEvent | null>(null)
const notices = useNotices()
function gone({ id, name }: BowlingEvent) {
  events.drop(id)
  void list.load()
  notices.done(t('controls.mend.gone', { name }))
}

onMounted(() => patterns.load())
const { search, sortBy, ariaSort, question } = useOrder('events', 'next')
const over = ref(false)
const list = reactive(
  usePage<BowlingEvent>(
    '/events',
    () => ({ ...question(), over: over.value }),
    () => events,
  ),
)
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
  <section class="stack" data-list :aria-busy="list.waiting">
    <div class="spread">
      <h1>{{ t('events.title') }}</h1>
      <div class="row">
        <v-btn size="small" to="/events/rules">{{ t('events.rules.title') }}</v-btn>
        <v-btn size="small" class="next-action" @click="form = 'new'">{{ t('events.add') }}</v-btn>
      </div>
    </div>
    <LoadState
      :loaded="list.loaded && patterns.loaded"
      :error="list.error ?? patterns.error"
      :empty="list.total === 0 && search === '' && !over"
      @retry="list.load"
    >
      <template #empty>
        <p>{{ t('events.noneYet') }}</p>
        <div class="row">
          <v-btn class="next-action" @click="form = 'new'">{{ t('events.add') }}</v-btn>
          <v-btn @click="over = true">{{ t('events.past') }}</v-btn>
        </div>
      </template>
      <div class="row">
        <v-text-field v-model="search" class="find" data-filter :label="t('events.find')" clearable />
        <v-btn-toggle v-model="over" mandatory density="comfortable" :aria-label="t('events.which')">
          <v-btn :value="false">{{ t('events.ahead') }}</v-btn>
          <v-btn :value="true">{{ t('events.past') }}</v-btn>
        </v-btn-toggle>
      </div>
      <table v-cards class="list">
        <thead>
          <tr>
            <SortHead :label="t('events.next')" :sorted="ariaSort('next')" @sort="sortBy('next')" />
            <SortHead :label="t('events.name')" :sorted="ariaSort('name')" @sort="sortBy('name')" />
            <SortHead :label="t('events.place')" :sorted="ariaSort('place')" @sort="sortBy('place')" />
            <th scope="col">{{ t('events.patterns') }}</th>
            <th scope="col">{{ t('events.customers') }}</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="event in list.items" :key="event.id">
            <td>
              <template v-if="event.nextOn"
                ><span class="figure">{{ dayText(event.nextOn) }}</span>
                <span class="small soft">{{ fromToday(event.nextOn) }}</span></template
              ><template v-else>{{ t('events.over') }}</template>
              <span
                v-if="event.entryClosesOn && event.nextOn && event.entryClosesOn >= todayText()"
                class="small soft closes"
                >{{ t('events.closes', { day: fromToday(event.entryClosesOn) }) }}</span
              >
            </td>
            <td>
              <router-link :to="`/events/${event.id}`" class="tapped"
                ><strong>{{ event.name }}</strong></router-link
              >
              <span class="small soft"
                >{{ t(`events.kinds.${event.kind}`) }}, {{ daysText(event.startsOn, event.endsOn) }}</span
              >
            </td>
            <td>{{ event.place }}</td>
            <td>
              <span v-for="id in event.patternIds" :key="id" class="one"
                ><router-link class="tapped" :to="`/lanes/${id}`">{{ patterns.byId.get(id)?.name }}</router-link></span
              ><span v-if="event.patternIds.length === 0" class="soft">○ {{ t('events.noPatterns') }}</span>
            </td>
            <td>
              <EventEntrants :event="event" />
            </td>
            <td class="acts">
              <v-btn size="small" :aria-label="`${t('events.edit')}: ${event.name}`" @click="form = event">{{
                t('events.edit')
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
      <p v-if="list.items.length === 0" class="soft">{{ t('events.none') }}</p>
      <MoreRows v-else :shown="list.items.length" :total="list.total" :busy="list.busy" @more="list.more" />
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
      @saved="list.load"
    />
  </section>
</template>

<style scoped>
.closes {
  display: block;
}
.find {
  max-width: 340px;
}
.tapped {
  display: inline-block;
  min-height: 26px;
  line-height: 26px;
}
.one + .one::before {
  content: ', ';
}
@media (min-width: 1000px) {
  .acts {
    white-space: nowrap;
  }
}
</style>
