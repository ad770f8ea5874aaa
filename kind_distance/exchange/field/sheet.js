"use strict";
/* The field sheet: a session painted by it without any network. Every press is a line of a log that is kept in this
   browser and comes back as a small file. Nothing is fetched and nothing is sent. */
const plan = JSON.parse(document.getElementById("plan").textContent);
const KEY = `field ${plan.painting} ${plan.session} ${plan.made}`;
const written = document.getElementById("log").textContent.trim();
let log = written ? JSON.parse(written).events : [];
try {
  const kept = JSON.parse(localStorage.getItem(KEY) || "null");
  // What was pressed here counts; what is written in the page is where it began.
  if (Array.isArray(kept) && kept.length >= log.length) log = kept;
} catch {
  // Without storage the log lives as long as the page; the last line on screen says to save it.
}
function keep() {
  try {
    localStorage.setItem(KEY, JSON.stringify(log));
    return true;
  } catch {
    return false;
  }
}
function two(number) {
  return String(number).padStart(2, "0");
}
/* Local wall time to the minute, as the painter's clock says it. */
function now() {
  const at = new Date();
  const day = `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
  return `${day}T${two(at.getHours())}:${two(at.getMinutes())}`;
}
/* Never before the last press: a clock that was set back loses no minute. */
function moment() {
  const last = log.length ? log[log.length - 1].at : "";
  const said = now();
  return said < last ? last : said;
}
function minutesOf(said) {
  return Math.round(Date.parse(`${said}Z`) / 60000);
}
function press(kind, more) {
  log.push({ at: moment(), kind, ...more });
  keep();
  show();
}
function running() {
  let found = null;
  for (const each of log) {
    if (each.kind === "start") found = each.pass;
    else if (each.kind === "pause" || each.kind === "end" || (each.kind === "done" && each.pass === found)) found = null;
  }
  return found;
}
function isDone(number) {
  let done = plan.passes.find((each) => each.number === number)?.done ?? false;
  for (const each of log) {
    if (each.pass !== number) continue;
    if (each.kind === "done") done = true;
    else if (each.kind === "undone") done = false;
  }
  return done;
}
function painted(number) {
  let total = 0;
  let begun = null;
  for (const each of [...log, { at: moment(), kind: "now" }]) {
    if (begun !== null && ["start", "pause", "end", "done", "now"].includes(each.kind)) {
      total += minutesOf(each.at) - minutesOf(begun);
      begun = null;
    }
    if (each.kind === "start" && each.pass === number) begun = each.at;
  }
  return total;
}
function ticked(number, thing) {
  let on = false;
  for (const each of log) if (each.kind === "tick" && each.pass === number && each.thing === thing) on = each.on;
  return on;
}
let chosen = null;
function current() {
  const at = running() ?? chosen;
  const open = plan.passes.filter((each) => !isDone(each.number));
  return plan.passes.find((each) => each.number === at && !isDone(at)) ?? open[0] ?? null;
}
function make(tag, text, more) {
  const made = document.createElement(tag);
  if (text) made.textContent = text;
  Object.assign(made, more ?? {});
  return made;
}
function deed(text, act, main) {
  const made = make("button", text, { type: "button", onclick: act });
  if (main) made.className = "main";
  return made;
}
function showPass(place, each) {
  const left = each.minutes - painted(each.number);
  place.append(make("p", `${plan.passes.indexOf(each) + 1} of ${plan.passes.length}`), make("h1", each.said));
  const minutes = make("p", "", { className: "left" });
  minutes.append(make("b", String(Math.abs(left))), ` min ${left < 0 ? "over" : "left"}`);
  place.append(minutes);
  if (each.picture) place.append(make("img", "", { src: each.picture, alt: `How it should look after ${each.said}` }));
  if (each.mix) {
    const mix = make("p", "", { className: "mix" });
    const dab = make("i");
    dab.style.background = each.colour;
    mix.append(dab, each.mix);
    place.append(mix);
  }
  for (const said of [each.how, each.dry]) if (said) place.append(make("p", said));
  if (each.ticks.length) {
    const ticks = make("div", "", { className: "ticks" });
    for (const thing of each.ticks) {
      const on = ticked(each.number, thing.key);
      const button = deed(`${on ? "✓ " : ""}${thing.said}`, () => press("tick", { pass: each.number, thing: thing.key, on: !on }));
      button.setAttribute("role", "checkbox");
      button.setAttribute("aria-checked", String(on));
      ticks.append(button);
    }
    place.append(make("h2", "Wanted here"), ticks);
  }
}
function deedsFor(each) {
  const deeds = make("div", "", { className: "deeds" });
  const on = running();
  if (each && on === each.number) {
    deeds.append(
      deed("Done, next", () => {
        press("done", { pass: each.number });
        const next = current();
        if (next && !next.waits) press("start", { pass: next.number });
      }, true),
      deed("Pause", () => press("pause")),
    );
  } else if (each) {
    deeds.append(deed(painted(each.number) ? "Go on" : "Begin", () => press("start", { pass: each.number }), true));
  }
  deeds.append(
    deed("Note", () => {
      const said = window.prompt("What do you write down?", "");
      if (said && said.trim()) press("note", { pass: each ? each.number : null, text: said.trim().slice(0, 240) });
    }),
  );
  const last = [...log].reverse().find((one) => one.kind === "done" && isDone(one.pass));
  if (last) deeds.append(deed("Not done", () => press("undone", { pass: last.pass })));
  deeds.append(deed("End", () => press("end")));
  return deeds;
}
function show() {
  const place = document.getElementById("now");
  place.replaceChildren();
  const each = current();
  if (each) showPass(place, each);
  else place.append(make("h1", "Every pass is done"), make("p", "Step back and look. Then save the log."));
  place.append(deedsFor(each));
  const list = document.getElementById("passes");
  list.replaceChildren();
  for (const one of plan.passes) {
    const item = make("li", "", { className: isDone(one.number) ? "done" : "" });
    item.append(deed(`${one.said}, ${one.minutes} min`, () => { chosen = one.number; show(); window.scrollTo(0, 0); }));
    list.append(item);
  }
  document.getElementById("kept").textContent =
    `${log.length} presses${keep() ? ", kept in this browser" : "; this browser keeps nothing: save the log before you close it"}.`;
}
function whole() {
  return { format: plan.format, painting: plan.painting, session: plan.session, made: plan.made, events: log };
}
function give(name, text, type) {
  const link = make("a", "", { href: URL.createObjectURL(new Blob([text], { type })), download: name });
  document.body.append(link);
  link.click();
  link.remove();
}
document.getElementById("save").onclick = () => give(`${plan.name}.log.json`, JSON.stringify(whole(), null, 1), "application/json");
document.getElementById("page").onclick = () => {
  const copy = document.documentElement.cloneNode(true);
  copy.querySelector("#log").textContent = JSON.stringify(whole()).replace(/</g, "\\u003c");
  for (const id of ["now", "passes"]) copy.querySelector(`#${id}`).replaceChildren();
  give(`${plan.name}.html`, `<!doctype html>\n${copy.outerHTML}`, "text/html");
};
async function awake() {
  if (document.visibilityState !== "visible" || !navigator.wakeLock) return;
  await navigator.wakeLock.request("screen").catch(() => undefined);
}
document.addEventListener("visibilitychange", awake);
awake();
show();
setInterval(show, 20000);
