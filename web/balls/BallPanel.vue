<script setup lang="ts">
import type { Ball } from '@sleetfall/contract'
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import JobForm from '../bench/JobForm.vue'
import MendDialog from '../controls/MendDialog.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { usePlainKeys } from '../shell/useShortcuts.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import BallForm from './BallForm.vue'
import BallHistory from './BallHistory.vue'
import BallPhotos from './BallPhotos.vue'
import BallSurface from './BallSurface.vue'
import GamesLog from './GamesLog.vue'
import MoveForm from './MoveForm.vue'
import ScanForm from './ScanForm.vue'
import { useBalls } from './store.ts'
import { useBallFacts } from './useBallFacts.ts'
import { useBallWork } from './useBallWork.ts'

/** A ball opened in place on the rack: its record, its surface now, what can be recorded, and its history. */
const props = defineProps<{ ball: Ball }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const session = useSession()
const balls = useBalls()
const notices = useNotices()
const { clean, takeBack, mayTakeBack } = useBallWork(() => props.ball)
const root = useTemplateRef<HTMLElement>('root')
onMounted(() => root.value?.scrollIntoView({ block: 'nearest' }))
// Twins are looked for among the owner's other balls.
onMounted(() => balls.loadRack(props.ball.customerId))
const form = ref<'edit' | 'scan' | 'move' | 'job' | 'mend' | null>(null)
const siblings = computed(() =>
  balls
    .rackOf(props.ball.customerId)
    .filter((one) => one.id !== props.ball.id)
    .map(({ id, name }) => ({ id, title: name })),
)
function gone() {
  emit('close')
  balls.drop(props.ball.id)
  notices.done(t('controls.mend.gone', { name: props.ball.name }))
}
function merged(into: unknown) {
  const ball = balls.take(into as Ball)
  emit('close')
  balls.drop(props.ball.id)
  notices.done(t('controls.mend.merged', { name: ball.name }))
}
const route = useRoute()
const router = useRouter()
/** Asked for by the command field. */
watch(
  () => route.query['do'],
  (what) => {
    if (typeof what !== 'string') return
    if (what === 'scan' || what === 'job') form.value = what
    if (what === 'games') void nextTick(() => root.value?.querySelector<HTMLElement>('[data-games] button')?.focus())
    void router.replace({ path: route.path, query: { ...route.query, do: undefined } })
  },
  { immediate: true },
)
const facts = useBallFacts()
/** Out of use it leaves the rack, and its panel with it. */
function retired(ball: Ball) {
  balls.take(ball)
  if (ball.retiredOn !== null) emit('close')
}
usePlainKeys((key) => {
  if (key === 'Escape') emit('close')
  if (key === 'u' && props.ball.lastEvent && mayTakeBack(props.ball.lastEvent)) void takeBack(props.ball.lastEvent)
})
</script>

<template>
  <section ref="root" class="panel open" :aria-label="ball.name">
    <div class="spread">
      <h2>
        {{ ball.name }} <span class="soft small">{{ ball.customerName }}</span>
        <span v-if="ball.retiredOn" class="small">– {{ t('controls.mend.retired') }}</span>
      </h2>
      <div class="row">
        <v-btn size="small" :to="{ path: '/lanes/what-if', query: { customerId: ball.customerId, ballId: ball.id } }">{{
          t('lanes.whatIf.open')
        }}</v-btn>
        <v-btn size="small" :to="`/surface/${ball.id}`">{{ t('surface.page.open') }}</v-btn>
        <v-btn size="small" :to="`/layouts/${ball.id}`">{{ t('fitting.open') }}</v-btn>
        <v-btn size="small" :to="`/fits/${ball.id}`">{{ t('calibration.button') }}</v-btn>
        <v-btn size="small" @click="form = 'edit'">{{ t('balls.edit') }}</v-btn>
        <v-btn
          size="small"
          variant="text"
          :aria-label="t('controls.mend.openFor', { name: ball.name })"
          @click="form = 'mend'"
          >{{ t('controls.mend.open') }}</v-btn
        >
        <v-btn size="small" variant="text" @click="emit('close')">{{ t('balls.close') }}</v-btn>
      </div>
    </div>
    <div class="columns">
      <BallSurface :ball="ball" />
      <div class="stack">
        <GamesLog :ball="ball" data-games />
        <h3>{{ t('balls.work') }}</h3>
        <div class="row">
          <v-btn class="touch" @click="form = 'scan'">{{ t('balls.scan') }}</v-btn>
          <v-btn class="touch" @click="clean('cleaner')">{{ t('balls.cleaned') }}</v-btn>
          <v-btn class="touch" @click="clean('towel')">{{ t('balls.toweled') }}</v-btn>
          <v-btn class="touch" @click="form = 'move'">{{ t('balls.move') }}</v-btn>
        </div>
        <div class="row">
          <v-btn class="touch next-action" @click="form = 'job'">{{ t('balls.job') }}</v-btn>
          <v-btn
            v-if="ball.lastEvent && mayTakeBack(ball.lastEvent)"
            class="touch"
            variant="text"
            @click="takeBack(ball.lastEvent)"
            >{{ t('balls.undo', { what: t(`balls.eventKinds.${ball.lastEvent.kind}`) }) }}</v-btn
          >
        </div>
        <BallHistory :ball="ball" @take-back="takeBack" />
      </div>
      <div class="stack">
        <h3>{{ t('balls.record') }}</h3>
        <dl class="facts">
          <template v-for="[label, value] in facts(ball)" :key="label">
            <dt class="small soft">{{ label }}</dt>
            <dd>{{ value }}</dd>
          </template>
        </dl>
        <BallPhotos :ball="ball" />
      </div>
    </div>
    <MendDialog
      v-if="form === 'mend'"
      :name="ball.name"
      :path="`/balls/${ball.id}`"
      :version="ball.version"
      :retired="ball.retiredOn !== null"
      :others="session.may('merging') && siblings.length > 0 ? siblings : undefined"
      :may-delete="session.may('merging')"
      @close="form = null"
      @gone="gone"
      @changed="retired($event as Ball)"
      @merged="merged"
    />
    <BallForm v-if="form === 'edit'" :ball="ball" :customer-id="ball.customerId" @close="form = null" />
    <ScanForm v-if="form === 'scan'" :ball="ball" @close="form = null" />
    <MoveForm v-if="form === 'move'" :ball="ball" @close="form = null" />
    <JobForm
      v-if="form === 'job'"
      :ball="ball"
      :suggested-grit="ball.targetGrit ?? (ball.surface.window ? roundGrit(ball.surface.window.targetGrit) : null)"
      @close="form = null"
    />
  </section>
</template>

<style scoped>
.open {
  border-top: 4px solid var(--accent);
}
.columns {
  display: grid;
  grid-template-columns: minmax(190px, 0.85fr) minmax(380px, 1.6fr) minmax(210px, 0.95fr);
  gap: var(--gap-4);
}
.facts {
  display: grid;
  grid-template-columns: minmax(0, auto) minmax(0, 1fr);
  gap: 0 var(--gap-2);
  align-items: baseline;
}
@media (max-width: 1150px) {
  .columns {
    grid-template-columns: 1fr 1.6fr;
  }
  .columns > :last-child {
    grid-column: 1 / -1;
  }
}
@media (max-width: 700px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
