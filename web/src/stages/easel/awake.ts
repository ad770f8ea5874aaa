/** Keeps the screen awake while a session runs, where the browser can. */
import { onBeforeUnmount, watch, type Ref } from "vue";

export function useAwake(wanted: Ref<boolean>): void {
  let lock: WakeLockSentinel | null = null;
  async function hold(): Promise<void> {
    if (!("wakeLock" in navigator) || !wanted.value || document.visibilityState !== "visible") return;
    lock = await navigator.wakeLock.request("screen").catch(() => null);
  }
  function letGo(): void {
    void lock?.release();
    lock = null;
  }
  // The lock is lost whenever the page is hidden: it is asked for again when one comes back.
  document.addEventListener("visibilitychange", hold);
  watch(wanted, (now) => (now ? void hold() : letGo()), { immediate: true });
  onBeforeUnmount(() => {
    document.removeEventListener("visibilitychange", hold);
    letGo();
  });
}
