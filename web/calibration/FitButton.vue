<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import BallMenu from '../trials/BallMenu.vue'
import { isHidden } from '../trials/useArmText.ts'

/** Opens the fit of a trial's ball to its shots. Not while the bowler must not know what is thrown. */
defineProps<{ trial: Trial }>()
const { t } = useI18n()
const router = useRouter()
const labelOf = (ball: string) => t('calibration.buttonFor', { ball })
</script>

<template>
  <BallMenu
    v-if="!isHidden(trial)"
    v-bind="{ trial, labelOf, label: t('calibration.button') }"
    @choose="router.push(`/fits/${$event.ballId}`)"
  />
</template>
