<script setup lang="ts">
import { unitSystems } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'

/** In which units the member reads and types. */
const { t } = useI18n()
const [session, notices] = [useSession(), useNotices()]
const prefer = (units: unknown) => void notices.attempt(() => session.prefer({ units: units as 'imperial' }))
</script>

<template>
  <v-radio-group
    :label="t('shop.units')"
    hide-details
    :model-value="session.preferences.units"
    @update:model-value="prefer"
  >
    <v-radio v-for="units in unitSystems" :key="units" :value="units" :label="t(`shop.unitSystems.${units}`)" />
  </v-radio-group>
</template>
