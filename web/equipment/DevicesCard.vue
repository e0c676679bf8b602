<script setup lang="ts">
import { type DeviceKind, bathFaults } from '@sleetfall/contract'
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useIntervalFn } from '@vueuse/core'
import { quantityText } from '../controls/quantities.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useBath, useDevices } from './store.ts'

/** The shop's devices: connect, disconnect, noise; the stand-ins can be made to fail, to practise for it. */
const { t } = useI18n()
const session = useSession()
const devices = useDevices()
const notices = useNotices()
const bath = useBath()
const busy = ref<DeviceKind | null>(null)
const error = ref(false)
const load = () =>
  devices.load().then(
    () => (error.value = false),
    () => (error.value = true),
  )
onMounted(load)
useIntervalFn(load, 10_000)
async function set(kind: DeviceKind, connected: boolean, noise: number) {
  busy.value = kind
  await notices.attempt(() => devices.set(kind, connected, noise))
  busy.value = null
}
const fault = (name: (typeof bathFaults)[number]) => notices.attempt(() => devices.setBath({ fault: name }))
const noises = { none: 0, usual: 1, double: 2, four: 4 } as const
</script>

<template>
  <section class="panel stack" :aria-label="t('equipment.title')">
    <h2>{{ t('equipment.title') }}</h2>
    <p class="small soft">{{ t('equipment.standIns') }}</p>
    <p v-if="error" role="alert">
      {{ t('equipment.failed') }} <v-btn size="small" @click="load">{{ t('shell.retry') }}</v-btn>
    </p>
    <article
      v-for="device in devices.items"
      :key="device.kind"
      class="device"
      :aria-label="t(`equipment.kinds.${device.kind}`)"
    >
      <div>
        <h3>{{ t(`equipment.kinds.${device.kind}`) }}</h3>
        <p role="status">
          {{
            !device.connected
              ? `○ ${t('equipment.off')}`
              : device.answers
                ? `● ${t('equipment.on')}`
                : `▲ ${t('equipment.silent')}`
          }}
          <span v-if="device.kind === 'bath' && device.connected && bath" class="figure">{{
            quantityText('readTemperatureC', bath.temperatureC, session.metric)
          }}</span>
        </p>
      </div>
      <v-select
        :label="t('equipment.noise')"
        :model-value="device.noise"
        :disabled="!session.mayWork"
        :items="Object.entries(noises).map(([name, value]) => ({ value, title: t(`equipment.noises.${name}`) }))"
        @update:model-value="set(device.kind, device.connected, $event)"
      />
      <v-btn
        :loading="busy === device.kind"
        :disabled="!session.mayWork"
        @click="set(device.kind, !device.connected, device.noise)"
        >{{ device.connected ? t('equipment.disconnect') : t('equipment.connect') }}</v-btn
      >
      <div v-if="device.kind === 'bath' && device.connected && session.mayWork" class="row faults">
        <span class="small soft">{{ t('equipment.practise') }}</span>
        <v-btn v-for="name in bathFaults" :key="name" size="x-small" variant="text" @click="fault(name)">{{
          t(`equipment.faults.${name}`)
        }}</v-btn>
      </div>
    </article>
  </section>
</template>

<style scoped>
.device {
  display: grid;
  grid-template-columns: 1fr 150px auto;
  gap: var(--gap-2);
  align-items: center;
  border-top: 1px solid var(--line);
  padding-top: var(--gap-2);
}
.faults {
  grid-column: 1 / -1;
}
</style>
