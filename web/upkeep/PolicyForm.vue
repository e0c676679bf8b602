<script setup lang="ts">
import { policyForSchema, type PolicyScope } from '@sleetfall/contract'
import { type UpkeepPolicy, schools } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { savePolicy } from '../surface/pageStore.ts'

/** Which school keeps a surface: for the shop, for a customer, or for one ball. */
const props = defineProps<{
  policy: UpkeepPolicy
  scope: PolicyScope
  /** Whose it can be; the shop's own when empty. */
  ballId?: string | undefined
  customerId?: string | undefined
  name: string
}>()
const emit = defineEmits<{ close: []; saved: [] }>()
const { t } = useI18n()
const notices = useNotices()
const form = useForm(policyForSchema, {
  ballId: props.ballId ?? null,
  customerId: props.ballId ? null : (props.customerId ?? null),
  policy: { ...props.policy, seasonEnds: [...props.policy.seasonEnds] },
})
form.claim('policy')
const chosen = computed(() => form.values['policy'] as Record<string, unknown>)
const set = (key: keyof UpkeepPolicy, value: unknown) => (form.values['policy'] = { ...chosen.value, [key]: value })
const seasons = computed(() => (chosen.value['seasonEnds'] as string[]).join(', '))
const setSeasons = (text: string) =>
  set(
    'seasonEnds',
    text
      .split(',')
      .map((day) => day.trim())
      .filter((day) => day !== ''),
  )
const numbers = {
  'every-series': ['seriesGames'],
  'fixed-games': ['fixedGames'],
  'by-measurement': [],
  'lane-shine': [],
  'before-events': ['gamesBeforeEvent'],
} as const
const own = computed(() => props.ballId !== undefined || props.customerId !== undefined)
const limitOf = { seriesGames: 'seriesGames', fixedGames: 'fixedGames', gamesBeforeEvent: 'seriesGames' } as const
const errorOf = (key: string) => form.errors[`policy.${key}`] ?? ''

async function send(clear: boolean) {
  const ok = await form.submit(async (input) => {
    await savePolicy(clear ? { ...input, policy: null } : input)
    notices.done(t('upkeep.policySaved', { name: props.name }))
    emit('saved')
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog :title="t('upkeep.policyTitle', { name })" :form="form" @save="send(false)" @close="emit('close')">
    <p v-if="own && scope === 'shop'" class="soft">{{ t('upkeep.fromShop') }}</p>
    <v-radio-group
      :label="t('upkeep.school')"
      :model-value="chosen['school']"
      :error-messages="errorOf('school')"
      @update:model-value="set('school', $event)"
    >
      <v-radio v-for="school in schools" :key="school" :value="school">
        <template #label>
          <span
            ><strong>{{ t(`upkeep.schools.${school}.name`) }}</strong> – {{ t(`upkeep.schools.${school}.rule`) }}</span
          >
        </template>
      </v-radio>
    </v-radio-group>
    <QuantityField
      v-for="key in numbers[chosen['school'] as keyof typeof numbers]"
      :key="key"
      :name="limitOf[key]"
      :label="t(`upkeep.numbers.${key}`)"
      :model-value="chosen[key] as number"
      :error-messages="errorOf(key)"
      @update:model-value="set(key, $event)"
    />
    <div class="two">
      <QuantityField
        name="fixedGames"
        :label="t('upkeep.numbers.extractHeavyGames')"
        :model-value="chosen['extractHeavyGames'] as number"
        :error-messages="errorOf('extractHeavyGames')"
        @update:model-value="set('extractHeavyGames', $event)"
      />
      <QuantityField
        name="fixedGames"
        :label="t('upkeep.numbers.extractLightGames')"
        :model-value="chosen['extractLightGames'] as number"
        :error-messages="errorOf('extractLightGames')"
        @update:model-value="set('extractLightGames', $event)"
      />
    </div>
    <v-text-field
      :label="t('upkeep.numbers.seasonEnds')"
      :hint="t('upkeep.seasonHint')"
      persistent-hint
      :model-value="seasons"
      :error-messages="Object.entries(form.errors).find(([key]) => key.startsWith('policy.seasonEnds'))?.[1]"
      @change="setSeasons(($event.target as HTMLInputElement).value)"
    />
    <div v-if="own && scope !== 'shop'">
      <v-btn variant="text" @click="send(true)">{{ t('upkeep.useWider') }}</v-btn>
    </div>
  </FormDialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-3);
}
</style>
