<script setup lang="ts">
import type { WantedBall, WantedBalls } from '@sleetfall/contract'
import { onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useCoverageText } from '../coverage/useCoverageText.ts'
import { get, put } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { vCards } from '../controls/cards.ts'

/** Balls that plans look for, for customers, until they are bought or no longer wanted. */
const { t } = useI18n()
const session = useSession()
const notices = useNotices()
const { specText } = useCoverageText()
const wanted = shallowRef<WantedBalls | null>(null)
const error = ref<string | null>(null)
async function load() {
  try {
    wanted.value = await get<WantedBalls>('/stock/wanted')
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
const stockOf = ({ stockBallId, stockName }: WantedBall) =>
  stockBallId && stockName ? { id: stockBallId, name: stockName } : undefined
const settle = (one: WantedBall, state: 'bought' | 'dropped') =>
  notices.attempt(async () => {
    const now = await put<WantedBall>(`/stock/wanted/${one.id}`, { version: one.version, state })
    await load()
    notices.done(t(`fitting.wanted.${state}Done`, { name: one.customerName }), async () => {
      await put(`/stock/wanted/${one.id}`, { version: now.version, state: 'open' })
      await load()
    })
  })
</script>

<template>
  <section v-if="error || (wanted && wanted.items.length > 0)" class="stack" :aria-label="t('fitting.wanted.title')">
    <h2>{{ t('fitting.wanted.title') }}</h2>
    <p v-if="error" role="alert">
      ▲ {{ error }} <v-btn size="small" @click="load">{{ t('shell.retry') }}</v-btn>
    </p>
    <table v-if="wanted" v-cards class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('coverage.choose') }}</th>
          <th scope="col">{{ t('fitting.wanted.what') }}</th>
          <th scope="col">{{ t('fitting.wanted.since') }}</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in wanted.items" :key="one.id">
          <th scope="row">
            <router-link class="tapped" :to="`/coverage/${one.customerId}`">{{ one.customerName }}</router-link>
          </th>
          <td>
            {{ specText({ ...one, stock: stockOf(one) }) }}
            <span class="small soft">{{ one.reason }}</span>
            <span v-if="one.inStock !== null" class="small soft">{{
              t('fitting.wanted.inStock', { n: one.inStock })
            }}</span>
          </td>
          <td>{{ dayText(one.createdAt) }}</td>
          <td>
            <div v-if="session.may('promises')" class="row">
              <v-btn
                size="small"
                :aria-label="`${t('fitting.wanted.bought')}: ${one.customerName}`"
                @click="settle(one, 'bought')"
                >{{ t('fitting.wanted.bought') }}</v-btn
              >
              <v-btn
                size="small"
                variant="text"
                :aria-label="`${t('fitting.wanted.dropped')}: ${one.customerName}`"
                @click="settle(one, 'dropped')"
                >{{ t('fitting.wanted.dropped') }}</v-btn
              >
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="wanted && wanted.total > wanted.items.length" class="small soft">
      {{ t('fitting.wanted.more', { n: wanted.total - wanted.items.length }) }}
    </p>
  </section>
</template>

<style scoped>
td > .small {
  display: block;
}
</style>
