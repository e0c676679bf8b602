<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import BackupCard from '../backup/BackupCard.vue'
import MySignIn from '../people/MySignIn.vue'
import DevicesCard from '../equipment/DevicesCard.vue'
import InTurn from '../controls/InTurn.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import ShopSettings from './ShopSettings.vue'
import TabletCard from './TabletCard.vue'
import TransferCard from '../transfer/TransferCard.vue'
import StaffList from './StaffList.vue'
import LanguageChoice from './LanguageChoice.vue'
import UnitsChoice from './UnitsChoice.vue'

const { t } = useI18n()
const session = useSession()
const notices = useNotices()
const themes = ['light', 'dark', 'system'] as const
const prefer = (change: Parameters<typeof session.prefer>[0]) => void notices.attempt(() => session.prefer(change))
</script>

<template>
  <div class="shop">
    <div class="stack column">
      <section class="panel stack">
        <h1>{{ t('shop.mine') }}</h1>
        <LanguageChoice />
        <InTurn><UnitsChoice /></InTurn>
        <InTurn>
          <v-radio-group
            :label="t('shop.theme')"
            inline
            hide-details
            :model-value="session.preferences.theme"
            @update:model-value="prefer({ theme: $event as 'light' })"
          >
            <v-radio v-for="theme in themes" :key="theme" :value="theme" :label="t(`shop.themes.${theme}`)" />
          </v-radio-group>
        </InTurn>
      </section>
      <InTurn><MySignIn /></InTurn>
      <InTurn><TabletCard /></InTurn>
      <InTurn><DevicesCard /></InTurn>
      <InTurn>
        <section class="panel stack">
          <h2>{{ t('fitting.stock.title') }}</h2>
          <div>
            <v-btn to="/stock">{{ t('fitting.stock.open') }}</v-btn>
          </div>
        </section>
        <section v-if="session.isOwner" class="panel stack">
          <h2>{{ t('first.title') }}</h2>
          <div>
            <v-btn to="/first">{{ t('first.open') }}</v-btn>
          </div>
        </section>
      </InTurn>
    </div>
    <InTurn v-if="session.isOwner">
      <div class="stack column">
        <BackupCard />
        <InTurn><TransferCard /></InTurn>
        <InTurn><StaffList /></InTurn>
        <InTurn>
          <section class="panel stack">
            <h2>{{ t('journal.title') }}</h2>
            <div>
              <v-btn to="/journal">{{ t('journal.open') }}</v-btn>
            </div>
          </section>
        </InTurn>
      </div></InTurn
    >
    <InTurn><ShopSettings class="wide" /></InTurn>
  </div>
</template>

<style scoped>
.shop {
  display: grid;
  grid-template-columns: 1fr 1.2fr;
  gap: var(--gap-3);
  align-items: start;
  max-width: 1100px;
}
.column {
  gap: var(--gap-3);
}
.wide {
  grid-column: 1 / -1;
}
@media (max-width: 900px) {
  .shop {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
