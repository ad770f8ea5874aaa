/**
 * Whoever goes by keyboard is never left on the bare page: when what had the focus goes away, or can no longer be
 * pressed, the focus goes on to the nearest thing that is left around it, else to the work itself.
 */
const REACHABLE =
  "button:not(:disabled), a[href], input:not(:disabled), select:not(:disabled), textarea:not(:disabled), [tabindex]:not(:disabled)";

let around: Element[] = [];

function remember(event: FocusEvent): void {
  around = [];
  for (let at = event.target instanceof Element ? event.target : null; at; at = at.parentElement)
    around.push(at);
}
/** Whether what had the focus last is gone, or can no longer be pressed. */
function gone(): boolean {
  const last = around[0];
  return last !== undefined && (!last.isConnected || (last as HTMLButtonElement).disabled === true);
}
function lost(): boolean {
  return gone() && (document.activeElement === document.body || document.activeElement === null);
}
function seen(element: Element): element is HTMLElement {
  return element instanceof HTMLElement && element.checkVisibility();
}
/** Go on to what is left around; while a screen is opening, nothing is: its work is waited for. */
function goOn(): void {
  const desk = document.querySelector<HTMLElement>("main");
  const left = around.slice(1).find((each) => each.isConnected && each !== document.body);
  const inside = left && (desk?.contains(left) || left.closest("aside, dialog, [role=dialog]"));
  const next = inside ? [...left.querySelectorAll(REACHABLE)].find(seen) : undefined;
  if (desk && !desk.hasAttribute("tabindex")) desk.tabIndex = -1;
  (((next as HTMLElement | undefined) ?? desk) as HTMLElement | null)?.focus({ preventScroll: true });
}

/** Watch over the focus from now on. */
export function keepFocus(): void {
  document.addEventListener("focusin", remember);
  let waiting = 0;
  /** Look again a few times: a browser lets go of what was disabled only when it draws next. */
  function look(again: number): void {
    waiting = 0;
    if (!gone()) return;
    if (lost()) goOn();
    else if (again > 0) waiting = window.setTimeout(() => look(again - 1), 120);
  }
  new MutationObserver(() => {
    // What follows a deed may bring a dialog or a field that takes the focus itself.
    if (!waiting && gone()) waiting = window.setTimeout(() => look(5), 120);
  }).observe(document.body, {
    childList: true,
    subtree: true,
    attributes: true,
    attributeFilter: ["disabled"],
  });
}
