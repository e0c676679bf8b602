<script setup lang="ts">
import type { OneTimeCode, Staff } from '@sleetfall/contract'
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import { useGrowing } from '../controls/useGrowing.ts'
import { get, post } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import StaffCode from '../people/StaffCode.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import StaffForm from './StaffForm.vue'
import { vCards } from '../controls/cards.ts'

const { t } = useI18n()
const staff = ref<readonly Staff[]>([])
const { rows } = useGrowing(() => staff.value, 3)
const loaded = ref(false)
const error = ref<string | null>(null)
const form = ref<Staff | 'new' | null>(null)
const session = useSession()
const notices = useNotices()
const code = ref<{ readonly member: Pick<Staff, 'name'>; readonly made: OneTimeCode } | null>(null)
const ending = ref<Staff | null>(null)

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
const makeCode = (member: Pick<Staff, 'id' | 'name'>) =>
  notices.attempt(async () => {
    code.value = { member, made: await post<OneTimeCode>(`/staff/${member.id}/code`, {}) }
  })
/** A new member cannot sign in without one. */
async function added(member: Pick<Staff, 'id' | 'name'>) {
  await load()
  await makeCode(member)
}
async function secondOff(member: Staff) {
  if (!(await notices.attempt(() => post(`/staff/${member.id}/second-factor/off`, {})))) return
  notices.done(t('people.staff.secondGone', { name: member.name }))
  await load()
}
async function endSessions(member: Staff) {
  ending.value = null
  if (await notices.attempt(() => post(`/staff/${member.id}/sessions/end`, {})))
    notices.done(t('people.staff.sessionsEnded', { name: member.name }))
}
const stateOf = (member: Staff) =>
  [
    t(`shell.roles.${member.role}`),
    member.active ? '' : t('shop.inactive'),
    member.hasPassword ? '' : t('people.staff.noPassword'),
    member.hasSecondFactor ? t('people.staff.second') : '',
  ]
    .filter((part) => part !== '')
    .join(' – ')
</script>

<template>
  <section class="panel stack" :aria-label="t('shop.staff')">
    <div class="spread">
      <h2>{{ t('shop.staff') }}</h2>
      <v-btn size="small" @click="form = 'new'">{{ t('shop.addStaff') }}</v-btn>
    </div>
    <LoadState :loaded="loaded" :rows="7" :error="error" @retry="load">
      <table v-cards class="list">
        <tbody>
          <tr v-for="member in rows" :key="member.id">
            <td>
              <strong>{{ member.name }}</strong>
            </td>
            <td>{{ member.login }}</td>
            <td>{{ stateOf(member) }}</td>
            <td>
              <div class="row">
                <v-btn size="small" :aria-label="`${t('shop.editStaff')}: ${member.name}`" @click="form = member">{{
                  t('shop.editStaff')
                }}</v-btn>
                <template v-if="member.id !== session.user?.id && member.active">
                  <v-btn
                    size="small"
                    :aria-label="`${t('people.staff.makeCode')}: ${member.name}`"
                    @click="makeCode(member)"
                    >{{ t('people.staff.makeCode') }}</v-btn
                  >
                  <v-btn
                    v-if="member.hasSecondFactor"
                    size="small"
                    :aria-label="`${t('people.staff.secondOff')}: ${member.name}`"
                    @click="secondOff(member)"
                    >{{ t('people.staff.secondOff') }}</v-btn
                  >
                  <v-btn
                    size="small"
                    :aria-label="`${t('people.staff.endSessions')}: ${member.name}`"
                    @click="ending = member"
                    >{{ t('people.staff.endSessions') }}</v-btn
                  >
                </template>
              </div>
            </td>
          </tr>
        </tbody>
      </table>
    </LoadState>
    <StaffForm
      v-if="form"
      :member="form === 'new' ? undefined : form"
      @close="form = null"
      @saved="load"
      @added="added"
    />
    <StaffCode v-if="code" v-bind="code" @close="code = null" />
    <ConfirmDialog
      v-if="ending"
      :title="t('people.staff.endTitle', { name: ending.name })"
      :text="t('people.staff.endText')"
      :action="t('people.staff.endSessions')"
      @confirm="endSessions(ending)"
      @close="ending = null"
    />
  </section>
</template>
