// The formed part: turned, lit, pointed at, measured.

const tones = { inside: 0xe6d8ba, outside: 0xb4c3d1, edge: 0x8a9096, line: 0x2b3138, bend: 0xb4532a, mark: 0x2f6fb0, lit: 0xd9480f };

class FormedView {
  constructor(pane, on) {
    this.pane = pane;
    this.on = on; // {point(key, event), measured(distance, parts)}
    this.canvas = pane.querySelector("canvas");
    this.renderer = new THREE.WebGLRenderer({ canvas: this.canvas, antialias: true, alpha: true });
    this.renderer.setPixelRatio(Math.min(window.devicePixelRatio || 1, 2));
    this.scene = new THREE.Scene();
    this.camera = new THREE.OrthographicCamera(-1, 1, 1, -1, 0.1, 10);
    this.camera.up.set(0, 0, 1);
    this.scene.add(new THREE.HemisphereLight(0xffffff, 0x9a958c, 0.72));
    this.lamp = new THREE.DirectionalLight(0xffffff, 0.42);
    this.scene.add(this.lamp, this.lamp.target);
    this.controls = new THREE.OrbitControls(this.camera, this.canvas);
    this.controls.screenSpacePanning = true;
    this.controls.addEventListener("change", () => this.draw());
    this.controls.addEventListener("start", () => { this.touched = true; });
    this.layers = { edges: true, bends: true, elements: false, tags: true, others: false };
    this.motions = new Map();
    this.lit = [];
    this.ends = [];
    this.canvas.addEventListener("pointermove", (e) => this.pointed(e));
    this.canvas.addEventListener("pointerleave", () => this.on.point(null));
    this.canvas.addEventListener("pointerdown", (e) => { this.pressed = { x: e.clientX, y: e.clientY }; });
    this.canvas.addEventListener("click", (e) => this.clicked(e));
    new ResizeObserver(() => this.resize()).observe(pane);
    this.look(0.52, -0.75, 0.41);
  }

  motionOf(piece) {
    if (!this.motions.has(piece)) this.motions.set(piece, new Motion(piece.motion));
    return this.motions.get(piece);
  }

  show(pieces, number) {
    this.pieces = pieces;
    this.piece = pieces[number];
    this.motion = this.motionOf(this.piece);
    if (this.body) this.scene.remove(this.body, this.ghosts);
    this.body = new THREE.Group();
    this.body.applyMatrix(matrixOf(this.piece.stands[0]));
    this.ghosts = new THREE.Group();
    this.scene.add(this.body, this.ghosts);
    this.build();
    this.buildGhosts();
    this.lit = [];
    this.ends = [];
    this.touched = false;
  }

  build() {
    const { motion: m, piece } = this;
    this.position = new THREE.BufferAttribute(m.positions, 3).setUsage(THREE.DynamicDrawUsage);
    this.normal = new THREE.BufferAttribute(m.normals, 3).setUsage(THREE.DynamicDrawUsage);
    const flat = piece.pressed || (m.thickness === 0 && m.kept.length > 0);
    const metal = (color, flatShading) => new THREE.MeshPhongMaterial({
      color, flatShading, shininess: 18, specular: 0x1c1c1c, polygonOffset: true, polygonOffsetFactor: 1.5, polygonOffsetUnits: 2,
    });
    const indexed = (index, normals) => {
      const g = new THREE.BufferGeometry();
      g.setAttribute("position", this.position);
      if (normals) g.setAttribute("normal", this.normal);
      g.setIndex(new THREE.BufferAttribute(new Uint32Array(index), 1));
      return g;
    };
    const inside = [], outside = [], edge = [], cut = [], bends = [], elements = [], marks = [];
    const up = m.insideUp ? 0 : m.all;
    for (let t = 0; t < m.triangles.length; t += 3) {
      const [a, b, c] = [m.triangles[t], m.triangles[t + 1], m.triangles[t + 2]];
      if (m.insideUp) { inside.push(a, b, c); outside.push(a + m.all, c + m.all, b + m.all); }
      else { inside.push(a, c, b); outside.push(a + m.all, b + m.all, c + m.all); }
    }
    for (let s = 0; s < m.border.length; s += 2) {
      const [a, b] = m.insideUp ? [m.border[s + 1], m.border[s]] : [m.border[s], m.border[s + 1]];
      edge.push(a, b, b + m.all, a, b + m.all, a + m.all);
      cut.push(a, b, a + m.all, b + m.all);
    }
    const along = (k, to, face) => {
      for (let i = m.lines[k]; i + 1 < m.lines[k + 1]; ++i) to.push(i + face, i + 1 + face);
    };
    piece.lines.forEach(([key], k) => {
      if (key[0] === "f") { along(k, bends, 0); along(k, bends, m.all); }
      else along(k, key[0] === "e" ? elements : marks, up);
    });
    this.faces = [
      new THREE.Mesh(indexed(inside, true), metal(tones.inside, flat)),
      new THREE.Mesh(indexed(outside, true), metal(tones.outside, flat)),
      new THREE.Mesh(indexed(edge, false), metal(tones.edge, true)),
    ];
    if (m.thickness === 0) this.faces.pop();
    const lines = (index, color) => new THREE.LineSegments(indexed(index), new THREE.LineBasicMaterial({ color }));
    this.sets = { edges: lines(cut, tones.line), bends: lines(bends, tones.bend), elements: lines([...elements, ...marks], tones.mark) };
    this.tags = piece.folds.map((fold) => tagOf(fold.tag));
    this.tagGroup = new THREE.Group();
    for (const tag of this.tags) this.tagGroup.add(tag);
    this.litMesh = new THREE.Mesh(new THREE.BufferGeometry(), new THREE.MeshBasicMaterial({ color: tones.lit, side: THREE.DoubleSide, polygonOffset: true, polygonOffsetFactor: -2, polygonOffsetUnits: -2 }));
    this.litMesh.frustumCulled = false;
    this.ghostLit = new THREE.Mesh(this.litMesh.geometry, new THREE.MeshBasicMaterial({ color: tones.lit, side: THREE.DoubleSide, depthTest: false, transparent: true, opacity: 0.3 }));
    this.ghostLit.frustumCulled = false;
    this.ghostLit.renderOrder = 2;
    this.body.add(...this.faces, ...Object.values(this.sets), this.tagGroup, this.litMesh, this.ghostLit);
    this.body.traverse((o) => { o.frustumCulled = false; });
    this.loops = null;
    this.showLayers();
  }

  // The job's other parts and copies, formed, where they stand.
  buildGhosts() {
    this.ghostBox = new THREE.Box3();
    if (!this.layers.others) return;
    for (const piece of this.pieces) {
      const m = piece === this.piece ? new Motion(piece.motion) : this.motionOf(piece);
      m.place(new Array(m.folds).fill(1), 1);
      const g = new THREE.BufferGeometry();
      g.setAttribute("position", new THREE.BufferAttribute(m.positions.slice(), 3));
      g.setAttribute("normal", new THREE.BufferAttribute(m.normals.slice(), 3));
      const index = [];
      for (let t = 0; t < m.triangles.length; t += 3)
        index.push(m.triangles[t] + m.all, m.triangles[t + 1] + m.all, m.triangles[t + 2] + m.all);
      g.setIndex(index);
      g.computeBoundingBox();
      const cut = new THREE.BufferGeometry();
      cut.setAttribute("position", g.getAttribute("position"));
      const sides = [];
      for (let s = 0; s < m.border.length; s += 2) sides.push(m.border[s] + m.all, m.border[s + 1] + m.all);
      cut.setIndex(sides);
      piece.stands.forEach((stand, i) => {
        if (piece === this.piece && i === 0) return;
        const mesh = new THREE.Mesh(g, new THREE.MeshLambertMaterial({ color: tones.outside, side: THREE.DoubleSide, transparent: true, opacity: 0.28, depthWrite: false }));
        const lines = new THREE.LineSegments(cut, new THREE.LineBasicMaterial({ color: tones.line, transparent: true, opacity: 0.45 }));
        const matrix = matrixOf(stand);
        for (const o of [mesh, lines]) { o.applyMatrix(matrix); this.ghosts.add(o); }
        this.ghostBox.union(g.boundingBox.clone().applyMatrix4(matrix));
      });
    }
  }

  place(shares, rolled) {
    this.motion.place(shares, rolled);
    this.placed = (this.placed || 0) + 1;
    this.position.needsUpdate = true;
    this.normal.needsUpdate = true;
    this.placeTags();
    this.loopsNow = null;
    this.ends = [];
    if (!this.touched) this.fit();
    this.draw();
  }

  layer(name, shown) {
    this.layers[name] = shown;
    if (name === "others") {
      for (const o of [...this.ghosts.children]) this.ghosts.remove(o);
      this.buildGhosts();
      this.touched = false;
      this.fit();
    }
    this.showLayers();
    this.draw();
  }
  showLayers() {
    for (const name of ["edges", "bends", "elements"]) this.sets[name].visible = this.layers[name];
    this.tagGroup.visible = this.layers.tags;
  }

  look(x, y, z) {
    const length = Math.hypot(x, y, z);
    this.way = new THREE.Vector3(x / length, y / length, z / length);
    this.camera.position.copy(this.controls.target).addScaledVector(this.way, 10);
    this.camera.lookAt(this.controls.target);
    this.touched = false;
  }
  view(name) {
    const ways = { front: [0, -1, 0], side: [1, 0, 0], above: [0, -1e-4, 1], pictorial: [0.52, -0.75, 0.41] };
    this.look(...ways[name]);
    this.fit();
    this.draw();
  }

  resize() {
    const { clientWidth: w, clientHeight: h } = this.pane;
    if (!w || !h) return;
    this.renderer.setSize(w, h, false);
    if (!this.touched) this.fit();
    else this.frame(this.camera.top * 2);
    this.draw();
  }
  frame(height) {
    const aspect = this.pane.clientWidth / this.pane.clientHeight;
    Object.assign(this.camera, { top: height / 2, bottom: -height / 2, left: (-height * aspect) / 2, right: (height * aspect) / 2 });
    this.camera.updateProjectionMatrix();
  }
  // All metal within the pane, as it stands and is seen.
  fit() {
    if (!this.motion || !this.pane.clientWidth) return;
    const way = this.camera.position.clone().sub(this.controls.target).normalize();
    this.camera.updateMatrixWorld();
    const e = this.camera.matrixWorld.elements;
    const right = [e[0], e[1], e[2]], up = [e[4], e[5], e[6]], out = [way.x, way.y, way.z];
    const low = [Infinity, Infinity, Infinity], high = [-Infinity, -Infinity, -Infinity];
    const add = (x, y, z) => {
      [right, up, out].forEach((axis, k) => {
        const v = axis[0] * x + axis[1] * y + axis[2] * z;
        if (v < low[k]) low[k] = v;
        if (v > high[k]) high[k] = v;
      });
    };
    const p = this.motion.positions, m = this.body.matrix.elements;
    const step = Math.ceil(this.motion.count / 20000); // so many tell it
    for (const first of [0, this.motion.all]) {
      for (let i = first; i < first + this.motion.count; i += step) {
        const [x, y, z] = [p[3 * i], p[3 * i + 1], p[3 * i + 2]];
        add(m[0] * x + m[4] * y + m[8] * z + m[12], m[1] * x + m[5] * y + m[9] * z + m[13], m[2] * x + m[6] * y + m[10] * z + m[14]);
      }
    }
    if (!this.ghostBox.isEmpty()) {
      const { min, max } = this.ghostBox;
      for (const x of [min.x, max.x]) for (const y of [min.y, max.y]) for (const z of [min.z, max.z]) add(x, y, z);
    }
    const middle = low.map((v, k) => (v + high[k]) / 2);
    const centre = new THREE.Vector3(...[0, 1, 2].map((k) => middle[0] * right[k] + middle[1] * up[k] + middle[2] * out[k]));
    const depth = Math.hypot(...high.map((v, k) => v - low[k]));
    const aspect = this.pane.clientWidth / this.pane.clientHeight;
    const height = 1.1 * Math.max(high[1] - low[1], (high[0] - low[0]) / aspect, 1e-6);
    this.controls.target.copy(centre);
    this.camera.position.copy(centre).addScaledVector(way, 2 * depth);
    Object.assign(this.camera, { near: depth / 100, far: 5 * depth, zoom: 1 });
    this.frame(height);
    this.camera.lookAt(centre);
  }

  draw() {
    if (this.asked) return;
    this.asked = true;
    requestAnimationFrame(() => {
      this.asked = false;
      this.lamp.position.copy(this.camera.position);
      this.lamp.position.z += (this.camera.top - this.camera.bottom) * 0.6;
      this.lamp.target.position.copy(this.controls.target);
      this.drawLit();
      this.sizeTags();
      this.renderer.render(this.scene, this.camera);
    });
  }
  // Millimetres that a pixel takes.
  pixel() {
    return (this.camera.top - this.camera.bottom) / this.camera.zoom / this.pane.clientHeight;
  }

  placeTags() {
    const { motion: m } = this;
    this.tagAt = [];
    this.piece.lines.forEach(([key], k) => {
      if (key[0] !== "f") return;
      const i = m.lines[k] + Math.floor((m.lines[k + 1] - m.lines[k]) / 2);
      this.tagAt[Number(key.slice(1))] = i;
    });
  }
  sizeTags() {
    if (!this.layers.tags || !this.tags.length) return;
    const size = 17 * this.pixel();
    const eye = this.camera.position.clone().sub(this.controls.target).normalize();
    const turn = new THREE.Matrix4().getInverse(this.body.matrix);
    const own = eye.clone().transformDirection(turn);
    const p = this.motion.positions, n = this.motion.normals;
    this.tags.forEach((tag, k) => {
      let i = this.tagAt[k];
      tag.visible = i !== undefined;
      if (!tag.visible) return;
      if (n[3 * i] * own.x + n[3 * i + 1] * own.y + n[3 * i + 2] * own.z < 0) i += this.motion.all;
      tag.position.set(p[3 * i], p[3 * i + 1], p[3 * i + 2]).addScaledVector(own, 1.5 * size);
      tag.scale.set(size * tag.userData.aspect, size, 1);
    });
  }

  // Corners of every opening, one after the other, of one face.
  loopsOf() {
    if (this.loops) return this.loops;
    const { border, outlines } = this.motion;
    const next = new Map();
    for (let s = 0; s < outlines.length; ++s) if (outlines[s] > 0) next.set(border[2 * s], border[2 * s + 1]);
    this.loops = [];
    this.widthOf = [];
    for (let s = 0; s < outlines.length; ++s) {
      const o = outlines[s] - 1;
      if (o < 0 || this.loops[o]) continue;
      const loop = [border[2 * s]];
      for (let i = next.get(loop[0]); i !== undefined && i !== loop[0] && loop.length < 1e5; i = next.get(i)) loop.push(i);
      this.loops[o] = loop;
      const p = this.motion.places, at = (i) => [p[2 * i], p[2 * i + 1]];
      const [x, y] = at(loop[0]);
      this.widthOf[o] = Math.max(...loop.map((i) => Math.hypot(at(i)[0] - x, at(i)[1] - y)));
    }
    return this.loops;
  }
  chainsOf(key) {
    const { motion: m, piece } = this;
    if (key[0] === "o") {
      const loop = this.loopsOf()[Number(key.slice(1))];
      return loop ? [[...loop, loop[0]], [...loop, loop[0]].map((i) => i + m.all)] : [];
    }
    const k = piece.lines.findIndex(([own]) => own === key);
    if (k < 0) return [];
    const chain = [];
    for (let i = m.lines[k]; i < m.lines[k + 1]; ++i) chain.push(i);
    return [chain, chain.map((i) => i + m.all)];
  }
  light(keys) {
    this.lit = keys.flatMap((key) => this.chainsOf(key));
    this.draw();
  }
  // Ribbons of some pixels along what is lit and between the ends of what is measured.
  drawLit() {
    const p = this.motion.positions, at = (i) => new THREE.Vector3(p[3 * i], p[3 * i + 1], p[3 * i + 2]);
    const chains = this.lit.map((chain) => chain.map(at));
    if (this.ends.length === 2) chains.push(this.ends.map((e) => e.clone()));
    const eye = this.camera.position.clone().sub(this.controls.target).normalize()
      .transformDirection(new THREE.Matrix4().getInverse(this.body.matrix));
    const half = 1.6 * this.pixel(), corners = [];
    for (const chain of chains) {
      for (let i = 0; i + 1 < chain.length; ++i) {
        const along = chain[i + 1].clone().sub(chain[i]);
        const side = along.clone().cross(eye).setLength(half);
        if (!(side.lengthSq() > 0)) continue;
        const end = along.setLength(half);
        const a = chain[i].clone().sub(end), b = chain[i + 1].clone().add(end);
        const [a1, a2, b1, b2] = [a.clone().add(side), a.clone().sub(side), b.clone().add(side), b.clone().sub(side)];
        for (const v of [a1, a2, b1, b1, a2, b2]) corners.push(v.x, v.y, v.z);
      }
    }
    const [x, y] = this.screenAxes();
    for (const end of this.ends) {
      const on = (j) => end.clone().addScaledVector(x, 3 * half * Math.cos(j * Math.PI / 6)).addScaledVector(y, 3 * half * Math.sin(j * Math.PI / 6));
      for (let k = 0; k < 12; ++k) for (const v of [end, on(k), on(k + 1)]) corners.push(v.x, v.y, v.z);
    }
    this.litMesh.geometry.setAttribute("position", new THREE.BufferAttribute(new Float32Array(corners), 3));
    this.litMesh.visible = this.ghostLit.visible = corners.length > 0;
  }
  screenAxes() {
    const turn = new THREE.Matrix4().getInverse(this.body.matrix), e = this.camera.matrixWorld.elements;
    return [new THREE.Vector3(e[0], e[1], e[2]).transformDirection(turn), new THREE.Vector3(e[4], e[5], e[6]).transformDirection(turn)];
  }

  // All corners on the screen, and how near: worked out anew when anything has moved.
  screen() {
    const matrix = new THREE.Matrix4().multiplyMatrices(this.camera.projectionMatrix, this.camera.matrixWorldInverse).multiply(this.body.matrix);
    const m = matrix.elements, p = this.motion.positions;
    const { clientWidth: w, clientHeight: h } = this.pane;
    const state = [...m, w, h, this.placed].join();
    if (this.screenState === state) return this.onScreen;
    this.screenState = state;
    const to = this.onScreen && this.onScreen.length === p.length ? this.onScreen : new Float32Array(p.length);
    for (let i = 0; i < p.length; i += 3) {
      const x = p[i], y = p[i + 1], z = p[i + 2];
      to[i] = ((m[0] * x + m[4] * y + m[8] * z + m[12]) * 0.5 + 0.5) * w;
      to[i + 1] = (0.5 - (m[1] * x + m[5] * y + m[9] * z + m[13]) * 0.5) * h;
      to[i + 2] = m[2] * x + m[6] * y + m[10] * z + m[14];
    }
    this.onScreen = to;
    return to;
  }
  projected() {
    const s = this.screen();
    return (i) => [s[3 * i], s[3 * i + 1], s[3 * i + 2]];
  }
  // The metal nearest to the eye under a place of the screen: how near, and where in the part.
  metalAt(x, y) {
    const s = this.screen(), { triangles, positions: p, all } = this.motion;
    let depth = Infinity, place = null;
    for (const face of [0, 3 * all]) {
      for (let t = 0; t < triangles.length; t += 3) {
        const a = 3 * triangles[t] + face, b = 3 * triangles[t + 1] + face, c = 3 * triangles[t + 2] + face;
        const ax = s[a] - x, bx = s[b] - x, cx = s[c] - x;
        if ((ax > 0 && bx > 0 && cx > 0) || (ax < 0 && bx < 0 && cx < 0)) continue;
        const ay = s[a + 1] - y, by = s[b + 1] - y, cy = s[c + 1] - y;
        if ((ay > 0 && by > 0 && cy > 0) || (ay < 0 && by < 0 && cy < 0)) continue;
        const u = bx * cy - by * cx, v = cx * ay - cy * ax, w = ax * by - ay * bx, sum = u + v + w;
        if (!((u >= 0 && v >= 0 && w >= 0) || (u <= 0 && v <= 0 && w <= 0)) || sum === 0) continue;
        const near = (u * s[a + 2] + v * s[b + 2] + w * s[c + 2]) / sum;
        if (near >= depth) continue;
        depth = near;
        place = new THREE.Vector3(...[0, 1, 2].map((k) => (u * p[a + k] + v * p[b + k] + w * p[c + k]) / sum));
      }
    }
    return { depth, place };
  }
  keyAt(e) {
    const box = this.canvas.getBoundingClientRect();
    const x = e.clientX - box.left, y = e.clientY - box.top;
    const seen = this.projected();
    const range = this.camera.far - this.camera.near;
    const metal = this.metalAt(x, y).depth;
    const slack = 8 * this.pixel() / range + 2 * Math.abs(this.motion.thickness) / range;
    let best = null, nearest = Infinity;
    const pixel = this.pixel();
    this.loopsOf().forEach((loop, o) => {
      for (const face of [0, this.motion.all]) {
        let within = false, depth = 0;
        // No corner is farther from the first than the opening is wide.
        const [fx, fy] = seen(loop[0] + face);
        if (Math.hypot(fx - x, fy - y) > this.widthOf[o] / pixel + 2) continue;
        let [px, py] = seen(loop[loop.length - 1] + face);
        for (const i of loop) {
          const [qx, qy, qz] = seen(i + face);
          if (qy > y !== py > y && x < ((px - qx) * (y - qy)) / (py - qy) + qx) within = !within;
          depth += qz / loop.length;
          [px, py] = [qx, qy];
        }
        if (within && depth < metal + slack && depth < nearest) {
          nearest = depth;
          best = "o" + o;
        }
      }
    });
    if (best) return best;
    let least = 6;
    this.piece.lines.forEach(([key], k) => {
      const shown = key[0] === "f" ? this.layers.bends : key[0] === "e" && this.layers.elements;
      if (!shown) return;
      for (const face of [0, this.motion.all]) {
        for (let i = this.motion.lines[k]; i + 1 < this.motion.lines[k + 1]; ++i) {
          const a = seen(i + face), b = seen(i + 1 + face);
          const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
          const t = Math.min(Math.max(((x - a[0]) * dx + (y - a[1]) * dy) / (dx * dx + dy * dy || 1), 0), 1);
          const off = Math.hypot(a[0] + t * dx - x, a[1] + t * dy - y);
          if (off < least && a[2] + t * (b[2] - a[2]) < metal + 2 * slack) {
            least = off;
            best = key;
          }
        }
      }
    });
    return best;
  }
  pointed(e) {
    if (e.buttons) return;
    if (this.waiting) { this.waiting = e; return; }
    this.waiting = e;
    requestAnimationFrame(() => {
      const last = this.waiting;
      this.waiting = null;
      this.on.point(this.keyAt(last), last);
    });
  }
  clicked(e) {
    if (this.pressed && Math.hypot(e.clientX - this.pressed.x, e.clientY - this.pressed.y) > 4) return;
    if (!this.measuring) {
      this.on.point(this.keyAt(e), e);
      return;
    }
    const box = this.canvas.getBoundingClientRect();
    const { place } = this.metalAt(e.clientX - box.left, e.clientY - box.top);
    if (!place) return;
    if (this.ends.length === 2) this.ends = [];
    this.ends.push(this.snapped(e, place));
    this.draw();
    if (this.ends.length < 2) return;
    const [a, b] = this.ends;
    this.on.measured(a.distanceTo(b), [Math.abs(b.x - a.x), Math.abs(b.y - a.y), Math.abs(b.z - a.z)]);
  }
  snapped(e, place) {
    const box = this.canvas.getBoundingClientRect(), seen = this.projected();
    const x = e.clientX - box.left, y = e.clientY - box.top, p = this.motion.positions;
    let best = place, least = 9;
    for (const i of new Set(this.motion.border)) {
      for (const k of [i, i + this.motion.all]) {
        const [sx, sy] = seen(k);
        const off = Math.hypot(sx - x, sy - y);
        const at = new THREE.Vector3(p[3 * k], p[3 * k + 1], p[3 * k + 2]);
        if (off < least && at.distanceTo(place) < 20 * this.pixel()) {
          least = off;
          best = at;
        }
      }
    }
    return best;
  }
  measure(on) {
    this.measuring = on;
    this.ends = [];
    this.draw();
  }
}

function matrixOf(n) {
  return new THREE.Matrix4().set(n[3], n[6], n[9], n[0], n[4], n[7], n[10], n[1], n[5], n[8], n[11], n[2], 0, 0, 0, 1);
}

// A tag that faces the eye.
function tagOf(text) {
  const canvas = document.createElement("canvas"), pen = canvas.getContext("2d");
  const font = "600 44px system-ui, sans-serif";
  pen.font = font;
  const width = Math.ceil(Math.max(64, pen.measureText(text).width + 28));
  Object.assign(canvas, { width, height: 64 });
  pen.font = font;
  pen.fillStyle = "#b4532a";
  pen.beginPath();
  pen.arc(32, 32, 30, Math.PI / 2, 1.5 * Math.PI);
  pen.arc(width - 32, 32, 30, -Math.PI / 2, Math.PI / 2);
  pen.fill();
  pen.fillStyle = "#fff";
  pen.textAlign = "center";
  pen.textBaseline = "middle";
  pen.fillText(text, width / 2, 34);
  const map = new THREE.CanvasTexture(canvas);
  map.minFilter = THREE.LinearFilter;
  const tag = new THREE.Sprite(new THREE.SpriteMaterial({ map, transparent: true }));
  tag.userData.aspect = width / 64;
  return tag;
}
