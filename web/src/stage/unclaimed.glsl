precision highp float;

// Surface without a colour of its own to judge may be shaded.
vec3 paper(float lightness) {
  return vec3(0.42 + 0.5 * lightness);
}

// @param at pixels of the page
float stripe(vec2 at) {
  return mod(at.x + at.y, 9.0);
}

// Unclaimed surface is hatched to be seen.
vec3 unclaimed(float lightness, float stripe, bool hasWire) {
  // Between the lines of the wire the hatching steps back, or neither would be seen.
  return paper(lightness) * (stripe < 2.0 ? (hasWire ? 0.8 : 0.42) : 1.0);
}

// Black and white lines with the colour untouched between them.
vec3 hatched(vec3 rgb, float stripe) {
  return stripe < 1.5 ? vec3(0.0) : stripe < 3.0 ? vec3(1.0) : rgb;
}
