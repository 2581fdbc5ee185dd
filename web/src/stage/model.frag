precision highp float;

// 0 ID colours, 1 ID colours lit, 2 vertex colours, 3 a map
uniform int uView;
uniform bool uHasNormals;
uniform sampler2D uMap;
uniform vec2 uMapTile;
uniform float uPixelRatio;
// Every other pixel is left free, so that what lies behind shows through.
uniform bool uIsStippled;

in vec3 vNormal;
in vec3 vPosition;
in vec2 vUv;
in vec3 vColor;
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

// Unclaimed surface has no ID colour to judge, so it may be shaded, and is hatched to be seen.
vec3 unclaimed() {
  float paper = 0.42 + 0.5 * light();
  float stripe = mod((gl_FragCoord.x + gl_FragCoord.y) / uPixelRatio, 9.0);
  return vec3(stripe < 2.0 ? paper * 0.42 : paper);
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
  vec3 rgb;
  if (uView == 3) {
    rgb = mapped();
  } else if (uView == 2) {
    rgb = vColor;
  } else if (vGroup == 0u) {
    rgb = unclaimed();
  } else {
    rgb = uView == 1 ? vGroupColor * (0.3 + 0.7 * light()) : vGroupColor;
  }
  outColor = vec4(rgb, 1.0);
  outMarks = vec4(
      (vFlags & 1u) != 0u ? 1.0 : 0.0, (vFlags & 2u) != 0u ? 1.0 : 0.0, vPiece, 1.0);
}
