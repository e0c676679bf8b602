<script setup lang="ts">
import type { Staff } from '@sleetfall/contract'
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import { get } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import StaffForm from './StaffForm.vue'

const { t } = useI18n()
const staff = ref<readonly Staff[]>([])
const loaded = ref(false)
const error = ref<string | null>(null)
const form = ref<Staff | 'new' | null>(null)

async function load() {
  try {
    staff.value = await get<Staff[]>('/staff')
    loaded.value = true
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
</script>

<template>
  <section class="panel stack" :aria-label="t('shop.staff')">
    <div class="spread">
      <h2>{{ t('shop.staff') }}</h2>
      <v-btn size="small" @click="form = 'new'">{{ t('shop.addStaff') }}</v-btn>
    </div>
    <LoadState :loaded="loaded" :error="error" @retry="load">
      <table class="list">
        <tbody>
          <tr v-for="member in staff" :key="member.id">
            <td>
              <strong>{{ member.name }}</strong>
            </td>
            <td>{{ member.login }}</td>
            <td>
              {{ t(`shell.roles.${member.role}`)
              }}<template v-if="!member.active"> – {{ t('shop.inactive') }}</template>
            </td>
            <td>
              <v-btn size="small" :aria-label="`${t('shop.editStaff')}: ${member.name}`" @click="form = member">{{
                t('shop.editStaff')
              }}</v-btn>
            </td>
          </tr>
        </tbody>
      </table>
    </LoadState>
    <StaffForm v-if="form" :member="form === 'new' ? undefined : form" @close="form = null" @saved="load" />
  </section>
</template>
