import { useStorage } from '@vueuse/core'
import { onScopeDispose, ref } from 'vue'

const flashMs = 2500

/** A tone without words and a flash, at the end of a time. The sound can be switched off; it is remembered on the device. */
export function useBell() {
  const sound = useStorage('sleetfall.bench.sound', true)
  const flashing = ref(false)
  let context: AudioContext | null = null
  let timer: ReturnType<typeof setTimeout> | undefined

  function tone(startS: number, hertz: number): void {
    if (!context) return
    const oscillator = context.createOscillator()
    const gain = context.createGain()
    oscillator.frequency.value = hertz
    gain.gain.setValueAtTime(0.25, context.currentTime + startS)
    gain.gain.exponentialRampToValueAtTime(0.001, context.currentTime + startS + 0.35)
    oscillator.connect(gain).connect(context.destination)
    oscillator.start(context.currentTime + startS)
    oscillator.stop(context.currentTime + startS + 0.4)
  }
  /** Rings; `always` also where the sound of timers is switched off. */
  function ring(always = false): void {
    flashing.value = true
    clearTimeout(timer)
    timer = setTimeout(() => (flashing.value = false), flashMs)
    if (!sound.value && !always) return
    context ??= new AudioContext()
    // Browsers keep sound back until somebody has touched the page.
    void context.resume().catch(() => undefined)
    for (const [index, hertz] of [660, 880, 660].entries()) tone(index * 0.45, hertz)
  }
  onScopeDispose(() => {
    clearTimeout(timer)
    void context?.close()
  })
  return { sound, flashing, ring }
}
