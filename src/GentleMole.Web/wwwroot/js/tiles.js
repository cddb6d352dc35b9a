// Pieces of a picture as the server cuts them: fetched when they are looked at, coloured by shades and contrast, thrown away when many.
const MOST = 240;

/** Shades without a hue: from the strongest of one sign over nothing to the strongest of the other. */
const SHADES = {
  both: x => mix(x < 0 ? [255, 253, 247] : [22, 20, 18], [176, 163, 146], Math.abs(x)),
  paper: x => mix([22, 20, 18], [250, 246, 238], Math.abs(x)),
  ink: x => mix([255, 250, 240], [30, 30, 34], Math.abs(x)),
};

export const shadeNames = Object.keys(SHADES);

function mix(strong, none, part) {
  return strong.map((s, i) => Math.round(none[i] + (s - none[i]) * part));
}

export class Tiles {
  constructor(about, whenCome) {
    Object.assign(this, { about, whenCome, held: new Map(), steps: about.steps, table: null, tableKey: '' });
  }

  /** Another chain is shown; pieces of the one before stay until they are too many. */
  show(steps) {
    this.steps = steps;
  }

  /** Which level fits so many pixels for a column and a sample. */
  levels(columnPixels, samplePixels) {
    const across = Math.min(this.about.levels - 1, Math.max(0, Math.floor(Math.log2(1 / columnPixels) + 0.25)));
    const down = Math.max(0, Math.floor(Math.log2(1 / samplePixels) + 0.25));
    return [Number.isFinite(across) ? across : 0, Number.isFinite(down) ? Math.min(down, 10) : 0];
  }

  /** A piece ready to be drawn; asked for where it is not there, and null until it comes. */
  piece(across, down, column, row, shade, contrast, ask = true) {
    const key = `${this.steps}|${across}/${down}/${column}/${row}`;
    const tile = this.held.get(key);
    if (!tile) {
      if (ask) this.fetch(key, across, down, column, row);
      return null;
    }
    this.held.delete(key);
    this.held.set(key, tile);
    if (!tile.bytes) return null;
    const look = `${shade} ${contrast}`;
    if (tile.look !== look) this.paint(tile, shade, contrast, look);
    return tile.canvas;
  }

  /** Sizes of one column from the finest level, as a part of the scale; null while they are not there. */
  column(at) {
    const { side, samples } = this.about;
    const values = new Float32Array(samples);
    for (let row = 0; row * side < samples; row++) {
      const key = `${this.steps}|0/0/${Math.floor(at / side)}/${row}`;
      const tile = this.held.get(key);
      if (!tile?.bytes) {
        if (!tile) this.fetch(key, 0, 0, Math.floor(at / side), row);
        return null;
      }
      for (let k = 0; k < side && row * side + k < samples; k++) {
        const byte = tile.bytes[(at % side) * side + k];
        if (byte === -128) return null;
        values[row * side + k] = this.sizeOf(byte);
      }
    }
    return values;
  }

  sizeOf(byte) {
    const { press } = this.about;
    return Math.sign(byte) * (Math.expm1(Math.abs(byte) / 127 * Math.log1p(press)) / press);
  }

  async fetch(key, across, down, column, row) {
    const tile = { bytes: null };
    this.held.set(key, tile);
    while (this.held.size > MOST) this.held.delete(this.held.keys().next().value);
    try {
      const answer = await fetch(`${this.about.tiles}&steps=${encodeURIComponent(this.steps)}&across=${across}&down=${down}&column=${column}&row=${row}`, { credentials: 'same-origin' });
      if (!answer.ok) {
        const wait = Number(answer.headers.get('Retry-After'));
        if (answer.status === 429 && wait > 0) setTimeout(() => this.held.delete(key) && this.whenCome(), wait * 1000);
        return;
      }
      tile.bytes = new Int8Array(await answer.arrayBuffer());
      this.whenCome();
    } catch {
      // Without a connection the piece is asked for again when it is looked at again.
      this.held.delete(key);
    }
  }

  paint(tile, shade, contrast, look) {
    const { side } = this.about;
    tile.canvas ??= Object.assign(document.createElement('canvas'), { width: side, height: side });
    const table = this.colours(shade, contrast);
    const context = tile.canvas.getContext('2d');
    const image = context.createImageData(side, side);
    const pixels = new Uint32Array(image.data.buffer);
    for (let c = 0; c < side; c++) {
      for (let k = 0; k < side; k++) pixels[k * side + c] = table[tile.bytes[c * side + k] + 128];
    }
    context.putImageData(image, 0, 0);
    tile.look = look;
  }

  /** Colours of all sizes; what is no recording lets the paper through. */
  colours(shade, contrast) {
    const key = `${shade} ${contrast}`;
    if (this.tableKey === key) return this.table;
    const most = this.about.usual / contrast;
    this.table = Uint32Array.from({ length: 256 }, (_, i) => {
      if (i === 0) return 0;
      const [r, g, b] = SHADES[shade](Math.max(-1, Math.min(1, this.sizeOf(i - 128) / most)));
      return (255 << 24 | b << 16 | g << 8 | r) >>> 0;
    });
    this.tableKey = key;
    return this.table;
  }
}
