<script setup lang="ts">
import { type Foretold, type Trial, foretoldSchema } from '@sleetfall/contract'
import { counts, reads, scorePrediction } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import PinDeck from '../controls/PinDeck.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import PickRow from '../controls/PickRow.vue'
import { useTrials } from './store.ts'
import { useArmText } from './useArmText.ts'
import { useScoreText } from './useScoreText.ts'
import { noted } from '../controls/figures.ts'

/** What somebody expects of the arms before the shots, and how that held once they are thrown. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const trials = useTrials()
const notices = useNotices()
const session = useSession()
const { lettered } = useArmText()
const { words } = useScoreText()
const leave = () => form.field<number[] | null>('leave')
const begun = computed(() => props.trial.shots.some((shot) => !shot.warmUp))
const open = ref(false)
const arm = ref(1)
const nothing = ref('')
const form = useForm(foretoldSchema, { read: null, entryBoard: null, leave: null })
const of = computed(() => props.trial.foretold.find((one) => one.arm === arm.value))

function choose(one: number) {
  arm.value = one
  const { read = null, entryBoard = null, leave = null } = of.value ?? {}
  Object.assign(form.values, { read, entryBoard, leave })
}
function edit() {
  open.value = true
  choose(props.trial.foretold[0]?.arm ?? 1)
}
async function keep(one: Foretold | null) {
  const others = props.trial.foretold.filter((other) => other.arm !== arm.value)
  if (await notices.attempt(() => trials.foretell(props.trial, one ? [...others, one] : others))) {
    notices.done(t('trials.foretold.kept'))
    open.value = false
  }
}
function save() {
  const { read, entryBoard, leave } = form.values as unknown as Omit<Foretold, 'arm'>
  nothing.value = read === null && entryBoard === null && leave === null ? t('trials.foretold.nothing') : ''
  if (!nothing.value) void keep({ arm: arm.value, read, entryBoard, leave })
}
const pins = (leave: readonly number[]) =>
  leave.length === 0
    ? t('trials.foretold.strike')
    : t('trials.foretold.leave', { pins: [...leave].sort((a, b) => a - b).join('-') })
const what = ({ read, entryBoard, leave }: Foretold) =>
  [
    ...(read ? [t('trials.foretold.read', { read: t(`trials.reads.${read}`) })] : []),
    ...(entryBoard === null ? [] : [t('trials.foretold.entry', { board: noted(entryBoard) })]),
    ...(leave === null ? [] : [pins(leave)]),
  ].join(', ')
/** How what was foretold of an arm held against its counted shots, each part by itself. */
function scored({ arm: number, read, entryBoard, leave }: Foretold): string[] {
  const own = props.trial.shots.filter((shot) => shot.arm === number && counts(shot))
  const lines: string[] = []
  if (entryBoard !== null)
    lines.push(
      words(
        scorePrediction(
          entryBoard,
          own.flatMap((shot) => shot.entryBoard ?? []),
        ),
      ),
    )
  const noted = own.filter((shot) => shot.read !== null)
  if (read && noted.length > 0) {
    const n = noted.filter((shot) => shot.read === read).length
    const most = n * 2 > noted.length
    lines.push(
      t(most ? 'trials.foretold.readHeld' : 'trials.foretold.readMissed', {
        ...{ n, of: noted.length, read: t(`trials.reads.${read}`) },
      }),
    )
  }
  const left = own.filter((shot) => shot.leave !== null)
  if (leave !== null && left.length > 0) {
    const same = (shot: (typeof left)[number]) => [...shot.leave!].sort().join() === [...leave].sort().join()
    lines.push(t('trials.foretold.leaveSeen', { n: left.filter(same).length, of: left.length }))
  }
  return lines
}
</script>

<template>
  <section v-if="!begun || trial.foretold.length > 0" class="stack" :aria-label="t('trials.foretold.title')">
    <h3>{{ t('trials.foretold.title') }}</h3>
    <p v-for="one in trial.foretold" :key="one.arm">
      {{ lettered(trial, one.arm) }}: {{ t('trials.foretold.expects', { what: what(one) }) }}
      <span v-if="begun">{{ scored(one).join(' ') }}</span>
    </p>
    <template v-if="!begun && session.may('trials')">
      <p class="small soft">{{ t('trials.foretold.hint') }}</p>
      <div v-if="!open">
        <v-btn size="small" @click="edit">{{ t('trials.foretold.open') }}</v-btn>
      </div>
      <form v-else class="stack touch" @submit.prevent="save">
        <PickRow
          :label="t('trials.side')"
          :items="trial.arms.map((one) => ({ value: String(one.arm), title: lettered(trial, one.arm) }))"
          :chosen="[String(arm)]"
          @choose="choose(Number($event))"
        />
        <PickRow
          :label="t('trials.read')"
          :items="reads.map((value) => ({ value, title: t(`trials.reads.${value}`) }))"
          :chosen="[String(form.values['read'])]"
          @choose="form.values['read'] = form.values['read'] === $event ? null : $event"
        />
        <QuantityField v-bind="form.field<number>('entryBoard')" name="entryBoard" :label="t('trials.entry')" />
        <div class="row">
          <PinDeck v-bind="leave()" />
          <v-btn @click="form.values['leave'] = []">{{ t('controls.strike') }}</v-btn>
        </div>
        <p v-if="nothing" class="bad" role="alert">{{ nothing }}</p>
        <div class="row">
          <v-btn type="submit" class="next-action">{{ t('trials.foretold.save') }}</v-btn>
          <v-btn v-if="of" variant="text" @click="keep(null)">{{ t('trials.foretold.drop') }}</v-btn>
          <v-btn variant="text" @click="open = false">{{ t('shell.cancel') }}</v-btn>
        </div>
      </form>
    </template>
  </section>
</template>
