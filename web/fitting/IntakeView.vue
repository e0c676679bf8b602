<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { nextTick, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import LoadState from '../controls/LoadState.vue'
import { dayText, todayText } from '../controls/days.ts'
import { vFocus } from '../controls/vFocus.ts'
import IntakeBall from './IntakeBall.vue'
import IntakeCustomer from './IntakeCustomer.vue'
import { ballUrl, saveLabels } from './label.ts'
import { useIntake } from './useIntake.ts'

/** Balls over the counter. All by keyboard; Ctrl+Enter takes in. */
const { t } = useI18n()
const router = useRouter()
const intake = useIntake()
const { stock, error, rows, begun, known, errors, busy, taken, twins, isTwin, discard, again } = intake

const form = useTemplateRef<HTMLElement>('form')
/** Puts the focus where the next thing is typed. */
const focusOn = (selector: string) => void nextTick(() => form.value?.querySelector<HTMLElement>(selector)?.focus())
const complaintOf = (ballId: string) => focusOn(`[data-complaint='${ballId}'] input`)
/** To the customer's own balls, of which one mostly comes back; else to the name of a new one. Whoever went on meanwhile stays where they are. */
async function toBalls() {
  const at = document.activeElement
  await intake.ownLoaded()
  if (document.activeElement === at || document.activeElement === document.body)
    focusOn('[data-own] button, [data-ball] input:not([type=hidden])')
}
/** Enter takes the only or first customer found; with none the name is a new one. */
async function enter() {
  const at = document.activeElement
  const known = await intake.takeFirst()
  // Whoever went on meanwhile types where they are; a focus that jumps would take their letters along.
  if (document.activeElement !== at) return
  if (known) await toBalls()
  else focusOn('[data-fresh] input')
}
function another() {
  intake.addBall()
  focusOn('[data-ball]:last-of-type input:not([type=hidden])')
}
async function takeIn() {
  if (!(await intake.takeIn())) focusOn('.v-input--error input:not([type=hidden])')
}
const labels = () =>
  saveLabels(
    taken.value!.balls.map(({ id, name, shelf, complaint }) => ({
      ball: name,
      customer: taken.value!.customer,
      contact: taken.value!.contact,
      complaint,
      date: dayText(todayText()),
      place: shelf,
      url: ballUrl(taken.value!.customerId, id),
    })),
  )
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return
  event.preventDefault()
  if (taken.value) again()
  else void takeIn()
})
</script>

<template>
  <section class="stack intake">
    <h1>{{ t('fitting.intake.title') }}</h1>
    <LoadState :loaded="stock.loaded" :error="error" @retry="stock.load(true)">
      <section v-if="taken" class="panel stack" :aria-label="t('fitting.intake.taken')">
        <h2>{{ t('fitting.intake.taken') }}: {{ taken.customer }}</h2>
        <ul>
          <li v-for="one in taken.balls" :key="one.id">
            <!-- Where work is put on the bench, and a promise is asked for. -->
            <router-link class="tapped" :to="{ path: `/rack/${taken.customerId}`, query: { ball: one.id } }">{{
              one.name
            }}</router-link>
            <span class="soft"> {{ one.shelf }}</span>
          </li>
        </ul>
        <div class="row">
          <v-btn v-focus class="next-action touch" @click="labels">{{ t('fitting.intake.labels') }}</v-btn>
          <v-btn class="touch" @click="router.push(`/rack/${taken!.customerId}`)">{{ t('fitting.intake.rack') }}</v-btn>
          <v-btn class="touch" @click="again">{{ t('fitting.intake.next') }}</v-btn>
        </div>
      </section>
      <div v-else ref="form" class="stack">
        <IntakeCustomer :intake="intake" @enter="enter" @chosen="toBalls" @back="complaintOf" />
        <IntakeBall v-for="(row, index) in rows" :key="row.id" v-model="rows[index]!" :index="index" :intake="intake" />
        <p v-for="{ row, twin } in twins" :key="`twin ${row.id}`" role="status" class="row">
          ▲ {{ t('fitting.intake.twin', { name: row.name, customer: known?.name ?? '' }) }}
          <v-btn class="touch" size="small" @click="(isTwin(row, twin), complaintOf(twin.id))">{{
            t('fitting.intake.itIs')
          }}</v-btn>
        </p>
        <div class="row">
          <v-btn v-if="begun" class="touch" variant="text" @click="discard">{{ t('fitting.intake.discard') }}</v-btn>
          <v-btn class="touch" @click="another">{{ t('fitting.intake.another') }}</v-btn>
          <v-btn class="touch next-action" :loading="busy" @click="takeIn">{{ t('fitting.intake.takeIn') }}</v-btn>
          <span class="small soft">{{ t('fitting.intake.keys') }}</span>
        </div>
        <p v-if="Object.keys(errors).length > 0" class="bad" role="alert">
          {{ Object.values(errors).join(' · ') }}
        </p>
      </div>
    </LoadState>
  </section>
</template>

<style scoped>
.intake {
  max-width: 1000px;
}
.bad {
  color: var(--bad);
  font-weight: 700;
}
</style>
