// Colours what is seen: for each pixel the mean of its samples, and beside it the marks around which lines go.
precision highp float;
precision highp int;
precision highp usampler2D;

// 0 ID colours, 1 ID colours lit, 2 the surface's own colours (of corners or of a map), 3 materials
uniform int uView;
uniform sampler2D uSeen;
uniform sampler2D uOwnColors;
uniform bool uHasOwnColors;
uniform usampler2D uFaces;
uniform sampler2D uGroupColors;
uniform sampler2D uFaceColors;
uniform float uPixelRatio;
uniform bool uHasWire;
// Unclaimed surface is hatched in views of colours that the file brought along, too.
uniform bool uHatches;

layout(location = 0) out vec4 outColor;
// picked, hovered, which piece, covered
layout(location = 1) out vec4 outMarks;

const int NOTHING = 0;
// Something that is drawn in its own colours and has no marks.
const int OTHER = 0xffffff;

int numberOf(vec4 seen) {
  ivec3 bytes = ivec3(seen.rgb * 255.0 + 0.5);
  return bytes.r | (bytes.g << 8) | (bytes.b << 16);
}

ivec2 placeOf(int face) {
  int width = textureSize(uFaces, 0).x;
  return ivec2(face % width, face / width);
}

vec3 shaded(int face, uvec4 data, float lightness, vec4 own, float stripe) {
  bool isUnclaimed = (data.r | data.g) == 0u;
  vec3 rgb;
  if (uView >= 2) {
    rgb = uView == 2 ? own.rgb : texelFetch(uFaceColors, placeOf(face), 0).rgb;
    rgb = uHatches && isUnclaimed ? hatched(rgb, stripe) : rgb;
  } else if (isUnclaimed) {
    rgb = unclaimed(lightness, stripe, uHasWire);
  } else {
    rgb = texelFetch(uGroupColors, ivec2(data.rg), 0).rgb;
    rgb = uView == 1 ? rgb * (0.3 + 0.7 * lightness) : rgb;
  }
  if (uHasWire) {
    float line = !isUnclaimed && dot(rgb, vec3(0.3, 0.6, 0.1)) < 0.35 ? 1.0 : 0.0;
    rgb = mix(rgb, vec3(line), 0.75 * own.a);
  }
  return rgb;
}

void main() {
  ivec2 first = ivec2(gl_FragCoord.xy) * 2;
  float stripe = stripe(gl_FragCoord.xy / uPixelRatio);
  vec4 seen = texelFetch(uSeen, first, 0);
  vec4 right = texelFetch(uSeen, first + ivec2(1, 0), 0);
  vec4 up = texelFetch(uSeen, first + ivec2(0, 1), 0);
  vec4 both = texelFetch(uSeen, first + ivec2(1, 1), 0);
  // Most pixels lie within one face, or show none.
  bool isOne = !uHasOwnColors && seen.rgb == right.rgb && seen.rgb == up.rgb && seen.rgb == both.rgb;
  if (isOne) {
    seen.a = 0.25 * (seen.a + right.a + up.a + both.a);
  }
  int looks = !isOne ? 4 : numberOf(seen) == NOTHING ? 0 : 1;
  vec4 rgb = vec4(0.0);
  vec3 marks = vec3(0.0);
  for (int i = 0; i < looks; i++) {
    ivec2 at = first + ivec2(i & 1, i >> 1);
    seen = i == 0 ? seen : texelFetch(uSeen, at, 0);
    int number = numberOf(seen);
    if (number == NOTHING) {
      continue;
    }
    vec4 own = uHasOwnColors ? texelFetch(uOwnColors, at, 0) : vec4(0.0);
    if (number == OTHER) {
      rgb += vec4(own.rgb, 1.0);
      continue;
    }
    uvec4 data = texelFetch(uFaces, placeOf(number - 1), 0);
    rgb += vec4(shaded(number - 1, data, seen.a, own, stripe), 1.0);
    marks += vec3(float(data.b & 1u), float((data.b >> 1) & 1u), float(data.a) / 255.0);
  }
  float found = max(rgb.a, 1.0);
  float whole = isOne ? 1.0 : 4.0;
  outColor = vec4(rgb.rgb / found, rgb.a / whole);
  outMarks = vec4(marks.xy / whole, marks.z / found, rgb.a / whole);
}
