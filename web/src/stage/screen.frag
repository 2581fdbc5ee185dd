// Lays lines over the rendered colours: where one piece ends, around what is hovered and around what
// is picked. Colours between the lines stay as they are.
precision highp float;

uniform sampler2D uColor;
uniform sampler2D uMarks;
uniform vec3 uBackground;
uniform float uPixelRatio;
uniform bool uHasPick;
uniform bool uHasHover;
uniform bool uHasLines;

layout(location = 0) out vec4 outColor;

ivec2 size;

vec4 marks(ivec2 at) {
  return texelFetch(uMarks, clamp(at, ivec2(0), size - 1), 0);
}

// Whether a mark (0 picked, 1 hovered) is found within a radius in pixels.
bool isNear(ivec2 at, int mark, int radius) {
  for (int y = -radius; y <= radius; y++) {
    for (int x = -radius; x <= radius; x++) {
      if (x * x + y * y <= radius * radius && marks(at + ivec2(x, y))[mark] > 0.5) {
        return true;
      }
    }
  }
  return false;
}

bool isPieceLine(ivec2 at, vec4 here) {
  vec4 right = marks(at + ivec2(1, 0));
  vec4 up = marks(at + ivec2(0, 1));
  bool isBorder = here.w > 0.5 && right.w > 0.5 && abs(here.z - right.z) > 0.003;
  isBorder = isBorder || (here.w > 0.5 && up.w > 0.5 && abs(here.z - up.z) > 0.003);
  bool isSilhouette = (here.w > 0.5) != (right.w > 0.5) || (here.w > 0.5) != (up.w > 0.5);
  return isBorder || isSilhouette;
}

void main() {
  ivec2 at = ivec2(gl_FragCoord.xy);
  size = textureSize(uColor, 0);
  vec4 here = marks(at);
  vec4 color = texelFetch(uColor, at, 0);
  vec3 rgb = mix(uBackground, color.rgb, color.a);
  if (uHasLines && isPieceLine(at, here)) {
    rgb *= 0.35;
  }
  int px = int(ceil(uPixelRatio));
  if (uHasHover && here.y <= 0.5 && isNear(at, 1, 2 * px)) {
    rgb = isNear(at, 1, px) ? vec3(0.0) : vec3(1.0);
  }
  if (uHasPick && here.x <= 0.5 && isNear(at, 0, 4 * px)) {
    bool isDash = mod((gl_FragCoord.x - gl_FragCoord.y) / uPixelRatio, 12.0) < 6.0;
    rgb = isNear(at, 0, 2 * px) ? vec3(isDash ? 0.0 : 1.0) : vec3(isDash ? 1.0 : 0.0);
  }
  outColor = vec4(rgb, 1.0);
}
