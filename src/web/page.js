// The page: both views, the slider, the schedule, tables, files.

const data = JSON.parse(document.getElementById("data").textContent);
const find = (selector) => document.querySelector(selector);
const make = (tag, text = "", className = "") => Object.assign(document.createElement(tag), { textContent: text, className });

const state = { number: 0, share: 1, step: null, playing: 0, lit: null };
const piece = () => data.pieces[state.number];

function shownLength(mm) {
  const digits = data.units.mm > 1 ? 4 : 3;
  return `${Number((mm / data.units.mm).toFixed(digits))} ${data.units.name}`;
}
function measured(distance, parts) {
  const names = parts.length === 2 ? ["across", "up"] : ["x", "y", "z"];
  find(".measured").textContent = `${shownLength(distance)} straight (${parts.map((v, k) => `${names[k]} ${shownLength(v)}`).join(", ")})`;
}

const flat = new FlatView(find("#flat .view"), { point: pointAt, measured });
let formed = null;
try {
  formed = new FormedView(find("#formed .view"), { point: pointAt, measured });
} catch (problem) {
  find("#formed canvas").hidden = true;
  find(".missing").hidden = false;
}

// What is pointed at is lit in both views and in the tables, and named.
function pointAt(key, e) {
  const tip = find(".tip");
  if (key && e) {
    tip.textContent = namesOf(state.number).get(key) || key;
    tip.hidden = false;
    tip.style.left = Math.min(e.clientX + 14, innerWidth - tip.offsetWidth - 6) + "px";
    tip.style.top = Math.min(e.clientY + 16, innerHeight - tip.offsetHeight - 6) + "px";
  } else {
    tip.hidden = true;
  }
  light(key);
}
function light(key) {
  if (key === state.lit) return;
  state.lit = key;
  const keys = key ? [key] : [];
  flat.light(keys);
  if (formed) formed.light(keys);
  for (const row of document.querySelectorAll("tr.lit")) row.classList.remove("lit");
  if (key) for (const row of document.querySelectorAll(`tr[data-k="${key}"]`)) row.classList.add("lit");
}
const names = new Map();
function namesOf(number) {
  if (!names.has(number)) names.set(number, new Map([...data.pieces[number].lines, ...data.pieces[number].openings]));
  return names.get(number);
}

// How far everything is formed.
function place(shares, rolled) {
  if (formed) formed.place(shares, rolled);
}
function setShare(share) {
  state.share = Math.min(Math.max(share, 0), 1);
  state.step = null;
  find("#share").value = Math.round(1000 * state.share);
  find("#percent").textContent = state.share === 0 || state.share === 1 ? "" : `${Math.round(100 * state.share)} %`;
  find("#step").textContent = "bend by bend";
  place(new Array(piece().folds.length).fill(state.share), state.share);
}

// The schedule: what is rolled first, then the bends in their order.
function stepsOf(shown) {
  const orders = [...new Set(shown.folds.map((f) => f.order))].filter((o) => o > 0).sort((a, b) => a - b);
  if (!orders.length) return [];
  const rolled = formed && rolls(formed.motionOf(shown));
  const steps = rolled ? [{ name: "rolled", folds: [] }] : [];
  for (const order of orders) {
    const folds = shown.folds.map((f, i) => i).filter((i) => shown.folds[i].order === order);
    steps.push({ name: folds.map((i) => shown.folds[i].name).join("; "), folds });
  }
  return steps;
}
function rolls(motion) {
  for (let n = 0; 2 * n < motion.tree.length; ++n) {
    if (motion.tree[2 * n + 1] < 0 && Math.hypot(...motion.nodes.slice(16 * n, 16 * n + 3)) > 0) return true;
  }
  return motion.keptFolds.some((folds) => !folds.length);
}
// So many steps are done, and a share of the next.
function setStep(done, share = 0) {
  const steps = stepsOf(piece());
  state.step = Math.min(Math.max(done, 0), steps.length);
  const shares = new Array(piece().folds.length).fill(0);
  let rolled = steps.length && steps[0].folds.length === 0 ? 0 : 1;
  steps.forEach((step, k) => {
    const s = k < state.step ? 1 : k === state.step ? share : 0;
    if (!step.folds.length) rolled = s;
    for (const fold of step.folds) shares[fold] = s;
  });
  // Creases and what has no place in the order go with the last.
  piece().folds.forEach((fold, k) => { if (!(fold.order > 0)) shares[k] = state.step === steps.length ? 1 : 0; });
  const now = share > 0 ? state.step : state.step - 1;
  find("#step").textContent = now < 0 ? "flat" : `${now + 1} of ${steps.length}: ${steps[now].name}`;
  find("#percent").textContent = "";
  find("#share").value = Math.round((1000 * (state.step + share)) / (steps.length || 1));
  place(shares, rolled);
  const lit = share > 0 || now >= 0 ? steps[now].folds : [];
  light(lit.length ? "f" + lit[0] : null);
}

function stop() {
  cancelAnimationFrame(state.playing);
  state.playing = 0;
  find("#play").textContent = "Form";
}
function animate(seconds, step, then) {
  stop();
  const still = matchMedia("(prefers-reduced-motion: reduce)").matches;
  let start = null;
  find("#play").textContent = "Stop";
  const go = (now) => {
    start = start === null ? now : start;
    const t = still ? 1 : Math.min((now - start) / 1000 / seconds, 1);
    step(t);
    if (t < 1) {
      state.playing = requestAnimationFrame(go);
    } else {
      stop();
      if (then) then();
    }
  };
  state.playing = requestAnimationFrame(go);
}
function play() {
  if (state.playing) return stop();
  const from = state.share >= 1 ? 0 : state.share;
  animate(3.5 * (1 - from), (t) => setShare(from + (1 - from) * (t * t * (3 - 2 * t))));
}
function playStep(number) {
  const steps = stepsOf(piece());
  if (number < 0) return setStep(0);
  if (number >= steps.length) return setStep(steps.length);
  animate(0.9, (t) => (t < 1 ? setStep(number, t) : setStep(number + 1)));
}

// Tables.
function tableOf(table, number) {
  const rows = make("table", "", table.numbers ? "numbers" : "");
  if (table.heads.length) {
    const head = rows.createTHead().insertRow();
    for (const text of table.heads) head.append(make("th", text));
  }
  const body = rows.createTBody();
  table.rows.forEach((cells, k) => {
    const row = body.insertRow();
    for (const text of cells) row.insertCell().textContent = text;
    const key = table.keys && table.keys[k];
    if (!key) return;
    row.dataset.k = key;
    row.tabIndex = 0;
    row.addEventListener("pointerenter", () => light(key));
    row.addEventListener("focus", () => light(key));
    row.addEventListener("pointerleave", () => light(null));
    if (key[0] !== "f") return;
    row.addEventListener("click", () => {
      const at = stepsOf(data.pieces[number]).findIndex((s) => s.folds.includes(Number(key.slice(1))));
      if (at >= 0) playStep(at);
    });
  });
  return rows;
}
function block(title, content, className = "") {
  const box = make("section", "", "block " + className);
  box.append(make("h3", title), content);
  return box;
}
function listOf(texts) {
  const list = make("ul");
  for (const text of texts) list.append(make("li", text));
  return list;
}
function showTables() {
  const shown = piece(), article = find("article");
  article.textContent = "";
  if (shown.warnings.length) article.append(block("Warnings", listOf(shown.warnings), "warning"));
  article.append(block("Proof", listOf(shown.proof)));
  if (shown.notes.length) article.append(block("Notes", listOf(shown.notes)));
  const wide = (table) => (table.heads.length > 6 ? "wide" : "");
  for (const table of [...shown.tables].sort((a, b) => wide(a).length - wide(b).length)) {
    if (table.rows.length <= 24) {
      article.append(block(table.title, tableOf(table, state.number), wide(table)));
      continue;
    }
    // Filled when it is opened.
    const more = make("details", "", "block long " + wide(table));
    more.append(make("summary", `${table.title} (${table.rows.length})`));
    more.addEventListener("toggle", () => { if (more.open && more.children.length === 1) more.append(tableOf(table, state.number)); });
    article.append(more);
  }
}

// Files.
function save(name, text, type) {
  const link = make("a");
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}
function fillMenu() {
  const menu = find(".menu > div");
  menu.textContent = "";
  const add = (title, name, text, type) => {
    const button = make("button", title);
    button.dataset.file = name;
    button.addEventListener("click", () => { save(name, text, type); find(".menu").open = false; });
    menu.append(button);
  };
  const own = piece().file ? `${data.name}-${piece().file}` : data.name;
  add("Cut file (DXF)", own + ".dxf", piece().dxf, "image/vnd.dxf");
  if (data.job) add("Job (TOML)", data.name + ".toml", data.job, "application/toml");
  add("Result document (JSON)", data.name + ".json", data.result, "application/json");
}

function show(number) {
  stop();
  state.number = (number + data.pieces.length) % data.pieces.length;
  const shown = piece();
  find("h1").textContent = shown.title + (shown.number ? ` (${shown.number})` : "");
  find(".parts").hidden = data.pieces.length < 2;
  find(".parts select").value = state.number;
  find(".size").textContent = `blank ${shown.size}, ${shown.faceUp} face up${shown.count > 1 ? `, quantity ${shown.count}` : ""}`;
  const verdict = find(".verdict");
  verdict.textContent = shown.passed ? "proof passed" : "proof failed";
  verdict.classList.toggle("failed", !shown.passed);
  flat.show(shown);
  for (const box of document.querySelectorAll("#flat [data-layer]")) flat.layer(box.dataset.layer, box.checked);
  flat.fit();
  const others = data.pieces.length > 1 || shown.stands.length > 1;
  find('#formed [data-layer="others"]').parentElement.hidden = !others;
  if (formed) formed.show(data.pieces, state.number);
  for (const box of document.querySelectorAll('[data-layer="bends"], [data-layer="tags"]')) box.parentElement.hidden = !shown.folds.length;
  find("h1").hidden = data.pieces.length > 1;
  find('#formed [data-layer="elements"]').parentElement.hidden = !shown.lines.some(([key]) => key[0] !== "f");
  find('#flat [data-layer="marks"]').parentElement.hidden = !find("#flat .marks path, #flat .letters text");
  find(".steps").hidden = stepsOf(shown).length === 0;
  showTables();
  fillMenu();
  state.lit = null;
  setShare(state.share);
}

function theme(name) {
  document.documentElement.dataset.theme = name;
  find("#theme").textContent = name === "dark" ? "Light" : "Dark";
  try { localStorage.setItem("theme", name); } catch (refused) { /* files may be kept from storing */ }
}
function otherTheme() { theme(document.documentElement.dataset.theme === "dark" ? "light" : "dark"); }
function firstTheme() {
  let kept = null;
  try { kept = localStorage.getItem("theme"); } catch (refused) { /* as above */ }
  return kept || (matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light");
}

function toggle(selector) {
  const box = find(selector);
  if (!box || box.parentElement.hidden) return;
  box.checked = !box.checked;
  box.dispatchEvent(new Event("change"));
}
const keys = {
  ArrowLeft: () => { stop(); setShare(state.share - 0.02); },
  ArrowRight: () => { stop(); setShare(state.share + 0.02); },
  " ": play,
  ",": () => playStepBack(),
  ".": () => playStep(state.step === null || state.step >= stepsOf(piece()).length ? 0 : state.step),
  1: () => formed && formed.view("pictorial"),
  2: () => formed && formed.view("front"),
  3: () => formed && formed.view("side"),
  4: () => formed && formed.view("above"),
  f: () => { flat.fit(); if (formed) formed.view("pictorial"); },
  d: () => toggle('#flat [data-layer="dimensions"]'),
  m: () => { toggle("#flat [data-measure]"); toggle("#formed [data-measure]"); },
  n: () => show(state.number + 1),
  p: () => show(state.number - 1),
  t: otherTheme,
  "?": () => find("#keys").showModal(),
};
function playStepBack() {
  stop();
  const steps = stepsOf(piece()).length;
  if (steps) setStep((state.step === null ? steps : state.step) - 1);
}

document.addEventListener("keydown", (e) => {
  if (e.ctrlKey || e.metaKey || e.altKey || find("#keys").open) return;
  const typing = e.target.matches("select, input[type=range]");
  const pressing = e.key === " " && e.target.matches("button, summary, input");
  const act = keys[e.key] || keys[e.key.toLowerCase()];
  if (!act || pressing || (typing && e.key.startsWith("Arrow"))) return;
  e.preventDefault();
  act();
});
for (const box of document.querySelectorAll("[data-layer]")) {
  box.addEventListener("change", () => {
    const view = box.closest("#flat") ? flat : formed;
    if (view) view.layer(box.dataset.layer, box.checked);
    if (view === flat && box.dataset.layer === "dimensions") flat.fit();
  });
}
for (const box of document.querySelectorAll("[data-measure]")) {
  box.addEventListener("change", () => {
    const view = box.closest("#flat") ? flat : formed;
    if (view) view.measure(box.checked);
    find(".measured").textContent = box.checked ? "Point at two places." : "";
  });
}
for (const button of document.querySelectorAll("[data-view]"))
  button.addEventListener("click", () => formed && formed.view(button.dataset.view));
find("#flat [data-fit]").addEventListener("click", () => flat.fit());
find("#share").addEventListener("input", (e) => { stop(); setShare(e.target.value / 1000); });
find("#play").addEventListener("click", play);
find("#before").addEventListener("click", playStepBack);
find("#after").addEventListener("click", keys["."]);
find("#theme").addEventListener("click", otherTheme);
find("#print").addEventListener("click", () => print());
find("#help").addEventListener("click", keys["?"]);
const drawings = () => { find("#drawings").innerHTML = data.drawings.join(""); };
addEventListener("beforeprint", drawings);
addEventListener("afterprint", () => { if (formed) find("#drawings").textContent = ""; });
const select = find(".parts select");
data.pieces.forEach((p, k) => select.append(Object.assign(make("option", p.title + (p.number ? ` (${p.number})` : "")), { value: k })));
select.addEventListener("change", () => show(Number(select.value)));

find("#print").hidden = !data.drawings.length;
theme(firstTheme());
const asked = Number(location.hash.slice(1));
show(asked > 0 && asked <= data.pieces.length ? asked - 1 : 0);
if (!formed) {
  drawings();
  find("#drawings").style.display = "block";
}
