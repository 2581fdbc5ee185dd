precision highp float;

// 0 ID colours, 1 ID colours lit, 2 vertex colours, 3 a map, 4 materials
uniform int uView;
uniform bool uHasNormals;
uniform sampler2D uMap;
uniform vec2 uMapTile;
uniform float uPixelRatio;
// Every other pixel is left free, so that what lies behind shows through.
uniform bool uIsStippled;
uniform bool uHasWire;
// Unclaimed surface is hatched in views of colours that the file brought along, too.
uniform bool uHatchesAll;
// Draws the picked faces alone.
uniform bool uIsPickOnly;

in vec3 vNormal;
in vec3 vPosition;
in vec2 vUv;
in vec3 vColor;
in vec3 vWire;
flat in vec3 vFaceColor;
flat in vec3 vGroupColor;
flat in uint vGroup;
flat in uint vFlags;
flat in float vPiece;

layout(location = 0) out vec4 outColor;
// picked, hovered, which piece, covered
layout(location = 1) out vec4 outMarks;

// A lamp beside the viewer's head: 0 … 1.
float light() {
  vec3 flatNormal = cross(dFdx(vPosition), dFdy(vPosition));
  vec3 n = normalize(uHasNormals ? vNormal : flatNormal);
  return abs(dot(n, normalize(vec3(0.25, 0.35, 1.0))));
}

float stripe() {
  return mod((gl_FragCoord.x + gl_FragCoord.y) / uPixelRatio, 9.0);
}

// Unclaimed surface has no ID colour to judge, so it may be shaded, and is hatched to be seen.
vec3 unclaimed() {
  float paper = 0.42 + 0.5 * light();
  // Between the lines of the wire the hatching steps back, or neither would be seen.
  return vec3(stripe() < 2.0 ? paper * (uHasWire ? 0.8 : 0.42) : paper);
}

// Black and white lines with the colour untouched between them.
vec3 hatched(vec3 rgb) {
  float at = stripe();
  return at < 1.5 ? vec3(0.0) : at < 3.0 ? vec3(1.0) : rgb;
}

// 1 on the sides of faces.
float wire() {
  vec3 width = fwidth(vWire) * 1.1 * uPixelRatio;
  vec3 near = 1.0 - smoothstep(width * 0.4, width, vWire);
  return max(max(near.x, near.y), near.z);
}

vec3 mapped() {
  vec2 inTile = vUv - uMapTile;
  bool isOn = all(greaterThanEqual(inTile, vec2(0.0))) && all(lessThanEqual(inTile, vec2(1.0)));
  return isOn ? texture(uMap, vec2(inTile.x, 1.0 - inTile.y)).rgb : vec3(0.42 + 0.5 * light());
}

void main() {
  vec2 cell = floor(gl_FragCoord.xy / uPixelRatio);
  if (uIsStippled && mod(cell.x + cell.y, 2.0) > 0.5) {
    discard;
  }
  bool isAway = (vFlags & 4u) != 0u;
  if (isAway || (uIsPickOnly && (vFlags & 1u) == 0u)) {
    discard;
  }
  vec3 rgb;
  if (uView == 3) {
    rgb = mapped();
  } else if (uView == 2 || uView == 4) {
    rgb = uView == 2 ? vColor : vFaceColor;
    rgb = uHatchesAll && vGroup == 0u ? hatched(rgb) : rgb;
  } else if (vGroup == 0u) {
    rgb = unclaimed();
  } else {
    rgb = uView == 1 ? vGroupColor * (0.3 + 0.7 * light()) : vGroupColor;
  }
  if (uHasWire) {
    float line = vGroup != 0u && dot(rgb, vec3(0.3, 0.6, 0.1)) < 0.35 ? 1.0 : 0.0;
    rgb = mix(rgb, vec3(line), 0.75 * wire());
  }
  outColor = vec4(rgb, 1.0);
  outMarks = vec4(
      (vFlags & 1u) != 0u ? 1.0 : 0.0, (vFlags & 2u) != 0u ? 1.0 : 0.0, vPiece, 1.0);
}
