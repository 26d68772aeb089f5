// The blank: moved, zoomed, measured, pointed at.

class FlatView {
  constructor(pane, on) {
    this.pane = pane;
    this.on = on; // {point(key, event), measured(text)}
    this.pointers = new Map();
    this.measuring = false;
    this.ends = [];
    pane.addEventListener("wheel", (e) => {
      e.preventDefault();
      this.zoom(Math.exp(0.0015 * e.deltaY), this.at(e));
    }, { passive: false });
    pane.addEventListener("pointerdown", (e) => this.down(e));
    pane.addEventListener("pointermove", (e) => this.move(e));
    for (const name of ["pointerup", "pointercancel"]) pane.addEventListener(name, (e) => this.up(e));
    pane.addEventListener("pointerleave", () => this.on.point(null));
    pane.addEventListener("dblclick", () => this.fit());
    new ResizeObserver(() => this.fit()).observe(pane);
  }

  show(piece) {
    this.piece = piece;
    this.ends = [];
    this.pane.querySelector(".picture").innerHTML = piece.flat;
    this.svg = this.pane.querySelector("svg");
    this.byKey = new Map();
    for (const node of this.svg.querySelectorAll("[data-k]")) this.byKey.set(node.dataset.k, node);
    this.ruler = document.createElementNS("http://www.w3.org/2000/svg", "g");
    this.ruler.setAttribute("class", "ruler");
    this.svg.append(this.ruler);
    this.lit = [];
    this.snaps = null;
    this.fit();
  }

  fit() {
    if (!this.svg || !this.pane.clientWidth) return;
    const [width, height] = this.piece.box;
    const box = { x: 0, y: 0, width, height };
    if (!this.svg.classList.contains("without-dimensions")) {
      const g = this.svg.querySelector(".dimensions");
      if (g) {
        const b = g.getBBox(), m = g.transform.baseVal.consolidate().matrix;
        const x = Math.min(0, m.e + m.a * b.x), y = Math.min(0, m.f + m.d * b.y);
        box.width = Math.max(width, m.e + m.a * (b.x + b.width)) - x;
        box.height = Math.max(height, m.f + m.d * (b.y + b.height)) - y;
        box.x = x;
        box.y = y;
      }
    }
    const margin = 0.03 * Math.max(box.width, box.height);
    this.view = { x: box.x - margin, y: box.y - margin, w: box.width + 2 * margin, h: box.height + 2 * margin };
    this.apply();
  }
  apply() {
    // The whole pane shows the flat, so that what lies beside the fitted box is not cut off.
    const { clientWidth: pw, clientHeight: ph } = this.pane;
    const scale = Math.max(this.view.w / pw, this.view.h / ph);
    const x = this.view.x - (scale * pw - this.view.w) / 2, y = this.view.y - (scale * ph - this.view.h) / 2;
    this.view = { x, y, w: scale * pw, h: scale * ph };
    this.svg.setAttribute("viewBox", `${x} ${y} ${scale * pw} ${scale * ph}`);
    this.scale = scale;
    this.drawRuler();
  }
  zoom(by, about) {
    const v = this.view;
    const wide = Math.max(...this.piece.box);
    const factor = Math.min(Math.max(by, wide / 2000 / v.w), 20 * wide / v.w);
    this.view = { x: about.x + (v.x - about.x) * factor, y: about.y + (v.y - about.y) * factor, w: v.w * factor, h: v.h * factor };
    this.apply();
  }
  at(e) {
    const box = this.pane.getBoundingClientRect();
    return {
      x: this.view.x + ((e.clientX - box.left) / box.width) * this.view.w,
      y: this.view.y + ((e.clientY - box.top) / box.height) * this.view.h,
    };
  }

  down(e) {
    this.pointers.set(e.pointerId, { x: e.clientX, y: e.clientY });
    this.moved = 0;
    this.spread = null;
  }
  move(e) {
    const last = this.pointers.get(e.pointerId);
    if (!last) {
      const hit = e.target.closest && e.target.closest("[data-k]");
      this.on.point(hit ? hit.dataset.k : null, e);
      if (this.measuring) this.drawRuler(this.snapped(this.at(e)));
      return;
    }
    const dx = e.clientX - last.x, dy = e.clientY - last.y;
    this.moved += Math.abs(dx) + Math.abs(dy);
    if (this.moved > 4 && !this.pane.hasPointerCapture(e.pointerId)) this.pane.setPointerCapture(e.pointerId);
    this.pointers.set(e.pointerId, { x: e.clientX, y: e.clientY });
    if (this.pointers.size === 1) {
      if (this.moved <= 4) return;
      this.view.x -= dx * this.scale;
      this.view.y -= dy * this.scale;
      this.apply();
      return;
    }
    const [p, q] = [...this.pointers.values()];
    const apart = Math.hypot(p.x - q.x, p.y - q.y);
    if (this.spread) this.zoom(this.spread / apart, this.at({ clientX: (p.x + q.x) / 2, clientY: (p.y + q.y) / 2 }));
    this.spread = apart;
  }
  up(e) {
    const tapped = this.pointers.size === 1 && this.moved <= 4 && e.type === "pointerup";
    this.pointers.delete(e.pointerId);
    this.spread = null;
    if (!tapped) return;
    if (this.measuring) this.addEnd(this.snapped(this.at(e)));
    else if (e.pointerType !== "mouse") {
      const hit = e.target.closest && e.target.closest("[data-k]");
      this.on.point(hit ? hit.dataset.k : null, e);
    }
  }

  light(keys) {
    for (const node of this.lit) node.classList.remove("lit");
    this.lit = keys.map((k) => this.byKey.get(k)).filter(Boolean);
    for (const node of this.lit) node.classList.add("lit");
  }
  layer(name, shown) {
    this.svg.classList.toggle("without-" + name, !shown);
  }

  // Ends of lines and arcs, and centres of round openings: what one measures from.
  places() {
    if (this.snaps) return this.snaps;
    this.snaps = [];
    const height = this.piece.box[1];
    for (const path of this.svg.querySelectorAll(".cut path, .openings path")) {
      const d = path.getAttribute("d");
      const points = [];
      for (const [, , numbers] of d.matchAll(/([MLA])([^MLAZ]*)/g)) {
        const n = numbers.trim().split(/[\s,]+/).map(Number);
        points.push({ x: n[n.length - 2], y: height - n[n.length - 1] });
      }
      this.snaps.push(...points);
      // An opening of arcs alone, as wide as it is high, has a centre.
      if (path.dataset.k && /^M[^MLA]*(A[^MLA]*)+Z?$/.test(d)) {
        const box = path.getBBox();
        if (Math.abs(box.width - box.height) < 1e-3 * box.width)
          this.snaps.push({ x: box.x + box.width / 2, y: height - box.y - box.height / 2 });
      }
    }
    return this.snaps;
  }
  snapped(p) {
    let best = p, least = 9 * this.scale;
    for (const q of this.places()) {
      const off = Math.hypot(p.x - q.x, p.y - q.y);
      if (off < least) {
        least = off;
        best = q;
      }
    }
    return best;
  }
  measure(on) {
    this.measuring = on;
    this.ends = [];
    this.pane.classList.toggle("measuring", on);
    this.drawRuler();
  }
  addEnd(p) {
    if (this.ends.length === 2) this.ends = [];
    this.ends.push(p);
    this.drawRuler();
    if (this.ends.length < 2) return;
    const [a, b] = this.ends;
    this.on.measured(Math.hypot(b.x - a.x, b.y - a.y), [Math.abs(b.x - a.x), Math.abs(b.y - a.y)]);
  }
  drawRuler(pointer) {
    if (!this.ruler) return;
    const ends = this.ends.length === 1 && pointer ? [...this.ends, pointer] : [...this.ends];
    if (this.measuring && pointer && this.ends.length !== 1) ends.push(pointer);
    const r = 4 * this.scale;
    const marks = ends.map((p) => `<circle cx="${p.x}" cy="${p.y}" r="${r}"/>`);
    const [a, b] = this.ends.length ? ends : [];
    const line = a && b ? `<line x1="${a.x}" y1="${a.y}" x2="${b.x}" y2="${b.y}"/>` : "";
    this.ruler.innerHTML = line + marks.join("");
  }
}
