// What is seen at a sample: which face, how light it is there and, where asked for, its own colour.
precision highp float;
precision highp int;

uniform bool uHasNormals;
// The map in place of the corners' colours.
uniform bool uIsMapped;
uniform sampler2D uMap;
uniform vec2 uMapTile;
// Samples a pixel of the page, along one axis.
uniform float uSampleRatio;
// Faces that have one of these marks are left out; so are those that have none of the others, where given.
uniform uint uLeftOut;
uniform uint uOnly;

flat in float vFace;
#ifdef LEAVES_OUT
flat in uint vFlags;
#endif
in vec3 vNormal;
in vec3 vPosition;
#ifdef HAS_COLORS
in vec2 vUv;
in vec3 vColor;
in vec3 vWire;
#endif

// One more than the face in three bytes, and how light it is.
layout(location = 0) out vec4 outFace;
#ifdef HAS_COLORS
// A colour, and 1 on the sides of faces.
layout(location = 1) out vec4 outColor;
#endif

// A lamp beside the viewer's head: 0 … 1.
float light() {
  vec3 flatNormal = cross(dFdx(vPosition), dFdy(vPosition));
  vec3 n = normalize(uHasNormals ? vNormal : flatNormal);
  return abs(dot(n, normalize(vec3(0.25, 0.35, 1.0))));
}

#ifdef HAS_COLORS
float wire() {
  vec3 width = fwidth(vWire) * 1.1 * uSampleRatio;
  vec3 near = 1.0 - smoothstep(width * 0.4, width, vWire);
  return max(max(near.x, near.y), near.z);
}

vec3 mapped(float lightness) {
  vec2 inTile = vUv - uMapTile;
  bool isOn = all(greaterThanEqual(inTile, vec2(0.0))) && all(lessThanEqual(inTile, vec2(1.0)));
  return isOn ? texture(uMap, vec2(inTile.x, 1.0 - inTile.y)).rgb : paper(lightness);
}
#endif

void main() {
#ifdef LEAVES_OUT
  if ((vFlags & uLeftOut) != 0u || (uOnly != 0u && (vFlags & uOnly) == 0u)) {
    discard;
  }
#endif
  float lightness = light();
#ifdef IS_LAID_OVER
  // Every other sample is left free: a pixel is half of what lies behind, in its middle sample, which the pointer reads, too.
  vec2 sampled = floor(gl_FragCoord.xy);
  if (mod(sampled.x + sampled.y, 2.0) < 0.5) {
    discard;
  }
  outFace = vec4(1.0);
#ifdef HAS_OWN_COLORS
  outColor = vec4(vColor, 0.0);
#else
  // Not as unclaimed surface is, which what it lies over may be.
  outColor = vec4(paper(lightness) * vec3(0.45, 0.7, 1.0), 0.0);
#endif
#else
  int n = int(vFace) + 1;
  outFace = vec4(vec3(float(n & 255), float((n >> 8) & 255), float((n >> 16) & 255)) / 255.0, lightness);
#ifdef HAS_COLORS
  outColor = vec4(uIsMapped ? mapped(lightness) : vColor, wire());
#endif
#endif
}
