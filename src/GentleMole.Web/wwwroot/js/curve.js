// The curve that a round pipe draws, for drawing it under the finger. Its words come from the server; a test holds both to each other.

/** Nanoseconds after the pulse has left at which the echo comes with the antennas over a place. */
export function timeAt(curve, along, separation) {
  const x = (along - curve.along) * curve.sine;
  const h = curve.cover + curve.radius;
  return (Math.hypot(x - separation / 2, h) + Math.hypot(x + separation / 2, h) - 2 * curve.radius) / curve.velocity;
}

/** Cover of a pipe whose top shows after a time; 0 where that cannot be. */
export function coverOf(time, radius, velocity, separation) {
  const way = velocity * time / 2 + radius;
  const square = way * way - separation * separation / 4;
  return square <= 0 ? 0 : Math.max(0, Math.sqrt(square) - radius);
}

/** The same top with legs through a place: its velocity, and the cover that goes with it. Found by halving: a leg that comes later is slower. */
export function throughLeg(curve, apex, along, time, separation) {
  let [low, high] = [0.01, 0.2998];
  const laid = velocity => ({ ...curve, velocity, cover: Math.max(0.02, coverOf(apex, curve.radius, velocity, separation)) });
  for (let i = 0; i < 40; i++) {
    const middle = Math.sqrt(low * high);
    if (timeAt(laid(middle), along, separation) > time) low = middle;
    else high = middle;
  }
  return laid(Math.sqrt(low * high));
}

/** Relative permittivity of a ground by its velocity. */
export const permittivityOf = velocity => (0.299792458 / velocity) ** 2;
