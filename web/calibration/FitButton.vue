<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { isHidden } from '../trials/useArmText.ts'

/** Opens the fit of a trial's ball to its shots; of several it is asked which. Not while the bowler must not know what is thrown. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const balls = computed(() => [...new Map(props.trial.arms.map((arm) => [arm.ballId, arm])).values()])
</script>

<template>
  <template v-if="!isHidden(trial)">
    <v-btn v-if="balls.length === 1" size="small" :to="`/fits/${balls[0]!.ballId}`">{{
      t('calibration.button')
    }}</v-btn>
    <v-menu v-else>
      <template #activator="{ props: opens }">
        <v-btn size="small" v-bind="opens">{{ t('calibration.button') }}</v-btn>
      </template>
      <v-list>
        <v-list-item
          v-for="arm in balls"
          :key="arm.ballId"
          :title="t('calibration.buttonFor', { ball: arm.ballName })"
          :to="`/fits/${arm.ballId}`"
        />
      </v-list>
    </v-menu>
  </template>
</template>
