import { computed } from 'vue'
import { useTheme } from 'vuetify'

/** Values of the theme's role tokens, for drawings that cannot name them: charts on canvas or by a package. */
export function useTokenColours<const K extends string>(names: readonly K[]) {
  const theme = useTheme()
  return computed(() => {
    const root = document.querySelector(`.v-theme--${theme.global.name.value}`) ?? document.documentElement
    const style = getComputedStyle(root)
    return Object.fromEntries(names.map((name) => [name, style.getPropertyValue(`--${name}`).trim()])) as Record<
      K,
      string
    >
  })
}
