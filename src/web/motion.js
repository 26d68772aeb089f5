"use strict";
// How the sheet is carried from the flat to the formed part: docs/maths/solid.md (13)-(16).

function numbersOf(text, Kind) {
  const bytes = atob(text), values = new Uint8Array(bytes.length);
  for (let i = 0; i < bytes.length; ++i) values[i] = bytes.charCodeAt(i);
  return new Kind(values.buffer);
}

class Motion {
  constructor(data) {
    this.root = data.root;
    this.tree = numbersOf(data.tree, Int32Array); // from, fold
    this.nodes = numbersOf(data.nodes, Float64Array); // two twists, way, layer, half turn
    this.places = numbersOf(data.places, Float32Array);
    this.carriage = numbersOf(data.carriage, Int32Array); // a, b, flat
    this.shares = numbersOf(data.shares, Float32Array); // t, run
    this.kept = numbersOf(data.kept, Uint32Array);
    this.keptGroups = numbersOf(data.keptGroups, Int32Array);
    this.keptFolds = data.keptFolds; // of each group, in their order; none: rolled
    this.keptPlaces = numbersOf(data.keptPlaces, Float32Array);
    this.keptShares = data.keptShares;
    this.triangles = numbersOf(data.triangles, Uint32Array);
    this.border = numbersOf(data.border, Uint32Array);
    this.outlines = numbersOf(data.outlines, Int32Array);
    this.lines = data.lines;
    this.thickness = data.thickness;
    this.insideUp = data.insideUp;
    this.folds = data.folds;
    this.count = data.lines[0]; // corners of the mesh; after them those of lines
    this.all = this.carriage.length / 3;
    this.stands = new Float64Array(12 * (this.tree.length / 2)); // origin, x, y, z
    this.widths = new Float64Array(this.tree.length / 2);
    // Inside faces of all corners, then outside faces.
    this.positions = new Float32Array(6 * this.all);
    this.normals = new Float32Array(6 * this.all);
    this.placedByNode = new Uint8Array(this.all).fill(1);
    for (const corner of this.kept) this.placedByNode[corner] = 0;
    // Where the paths of each begin: of both faces one for all folds at once, and one for each of several.
    this.pathsOf = (folds) => (folds.length > 1 ? 1 + folds.length : 1);
    this.keptAt = new Uint32Array(this.kept.length);
    for (let k = 1; k < this.kept.length; ++k)
      this.keptAt[k] = this.keptAt[k - 1] + 2 * this.pathsOf(this.keptFolds[this.keptGroups[k - 1]]);
  }

  // shares of all folds, and of what is rolled
  place(shares, rolled) {
    this.stand(shares, rolled);
    for (let i = 0; i < this.all; ++i) if (this.placedByNode[i]) this.carry(i);
    // Which path of each group, and how far along it.
    const ways = this.keptFolds.map((folds) => {
      if (!folds.length) return [0, rolled];
      if (folds.every((fold) => shares[fold] === shares[folds[0]])) return [0, shares[folds[0]]];
      const sum = folds.reduce((total, fold) => total + shares[fold], 0);
      const path = Math.min(Math.floor(sum), folds.length - 1);
      return [1 + path, sum - path];
    });
    for (let k = 0; k < this.kept.length; ++k) this.keep(k, ...ways[this.keptGroups[k]]);
  }

  // (14)
  stand(shares, rolled) {
    const { stands, nodes, tree } = this;
    for (let n = 0; 2 * n < tree.length; ++n) {
      const from = tree[2 * n], fold = tree[2 * n + 1];
      const s = fold < 0 ? rolled : shares[fold];
      this.widths[n] = 1 / Math.cos(s * nodes[16 * n + 15]);
      if (from < 0) {
        for (let k = 0; k < 12; ++k) stands[12 * n + k] = this.root[k];
        continue;
      }
      const w = [], o = 16 * n;
      for (let k = 0; k < 6; ++k) w.push(s * nodes[o + k] + s * s * nodes[o + 6 + k]);
      const own = twisted(w);
      const f = 12 * from;
      for (let column = 0; column < 4; ++column) {
        const [x, y, z] = [own[3 * column], own[3 * column + 1], own[3 * column + 2]];
        for (let k = 0; k < 3; ++k) {
          stands[12 * n + 3 * column + k] =
            (column === 0 ? stands[f + k] : 0) +
            x * stands[f + 3 + k] + y * stands[f + 6 + k] + z * stands[f + 9 + k];
        }
      }
    }
  }

  // (15)
  carry(i) {
    const { stands, nodes, carriage, positions, normals, places } = this;
    const a = carriage[3 * i], b = carriage[3 * i + 1], flat = carriage[3 * i + 2];
    const t = this.shares[2 * i], run = this.shares[2 * i + 1];
    const layer = nodes[16 * (flat < 0 ? a : flat) + 14];
    const x = places[2 * i], y = places[2 * i + 1];
    const fa = 12 * a, fb = 12 * b, ff = 12 * flat;
    const wayX = -run * nodes[16 * a + 13], wayY = run * nodes[16 * a + 12];
    const fromX = x - t * wayX, fromY = y - t * wayY;
    const h0 = (1 + 2 * t) * (1 - t) * (1 - t), h1 = t * (1 - t) * (1 - t);
    const h2 = t * t * (3 - 2 * t), h3 = t * t * (1 - t);
    const widthA = this.widths[a], widthB = this.widths[b];
    let length = 0;
    const up = [0, 0, 0], on = [0, 0, 0];
    for (let k = 0; k < 3; ++k) {
      up[k] = (1 - t) * widthA * stands[fa + 9 + k] + t * widthB * stands[fb + 9 + k];
      length += up[k] * up[k];
      if (flat >= 0) {
        on[k] = stands[ff + k] + x * stands[ff + 3 + k] + y * stands[ff + 6 + k] + layer * stands[ff + 9 + k];
        continue;
      }
      const placeA = stands[fa + k] + fromX * stands[fa + 3 + k] + fromY * stands[fa + 6 + k] + layer * stands[fa + 9 + k];
      const placeB = stands[fb + k] + (fromX + wayX) * stands[fb + 3 + k] + (fromY + wayY) * stands[fb + 6 + k] +
        layer * stands[fb + 9 + k];
      const alongA = wayX * stands[fa + 3 + k] + wayY * stands[fa + 6 + k];
      const alongB = wayX * stands[fb + 3 + k] + wayY * stands[fb + 6 + k];
      on[k] = h0 * placeA + h1 * alongA + h2 * placeB - h3 * alongB;
    }
    length = Math.sqrt(length);
    const scale = flat < 0 ? 1 / length : 1;
    const outwards = (this.insideUp ? -1 : 1) / length;
    for (let k = 0; k < 3; ++k) {
      positions[3 * i + k] = on[k] - layer * scale * up[k];
      positions[3 * (i + this.all) + k] = on[k] + (this.thickness - layer) * scale * up[k];
      normals[3 * (i + this.all) + k] = outwards * up[k];
      normals[3 * i + k] = -outwards * up[k];
    }
  }

  // (16)
  keep(k, path, share) {
    const { keptPlaces, positions, normals, stands } = this;
    const i = this.kept[k], n = this.keptShares, f = 12 * this.carriage[3 * i];
    const x = share * (n - 1), j = Math.min(Math.max(Math.floor(x), 0), n - 2), t = x - j;
    for (let face = 0; face < 2; ++face) {
      const first = this.keptAt[k] + face * this.pathsOf(this.keptFolds[this.keptGroups[k]]) + path;
      const at = (m, c) => keptPlaces[3 * (n * first + m) + c];
      const slope = (m, c) =>
        m === 0 ? at(1, c) - at(0, c) : m === n - 1 ? at(m, c) - at(m - 1, c) : (at(m + 1, c) - at(m - 1, c)) / 2;
      const own = [0, 1, 2].map((c) =>
        (1 + 2 * t) * (1 - t) * (1 - t) * at(j, c) + t * (1 - t) * (1 - t) * slope(j, c) +
        t * t * (3 - 2 * t) * at(j + 1, c) - t * t * (1 - t) * slope(j + 1, c));
      for (let c = 0; c < 3; ++c) {
        positions[3 * (i + face * this.all) + c] =
          stands[f + c] + own[0] * stands[f + 3 + c] + own[1] * stands[f + 6 + c] + own[2] * stands[f + 9 + c];
      }
    }
    const out = 3 * (i + this.all);
    const n3 = [0, 1, 2].map((c) => positions[out + c] - positions[3 * i + c]);
    const length = Math.hypot(...n3) || 1;
    for (let c = 0; c < 3; ++c) {
      normals[out + c] = n3[c] / length;
      normals[3 * i + c] = -n3[c] / length;
    }
  }
}

// The frame that a twist brings the flat's own to: origin, x, y, z.
function twisted(w) {
  const angle = Math.hypot(w[0], w[1], w[2]), square = angle * angle;
  const small = angle < 1e-3;
  const a = small ? 1 - square / 6 : Math.sin(angle) / angle;
  const b = small ? 0.5 - square / 24 : (1 - Math.cos(angle)) / square;
  const c = small ? 1 / 6 - square / 120 : (angle - Math.sin(angle)) / (square * angle);
  const across = (v) => [w[1] * v[2] - w[2] * v[1], w[2] * v[0] - w[0] * v[2], w[0] * v[1] - w[1] * v[0]];
  const turned = (v, first, second) => {
    const once = across(v), twice = across(once);
    return v.map((x, k) => x + first * once[k] + second * twice[k]);
  };
  return [...turned(w.slice(3), b, c), ...turned([1, 0, 0], a, b), ...turned([0, 1, 0], a, b), ...turned([0, 0, 1], a, b)];
}
