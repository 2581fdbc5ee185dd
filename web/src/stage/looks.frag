precision highp float;
precision highp int;

// 0 the looks of groups, 1 a pack's channels as tints, 2 the colours of corners
uniform int uKind;
uniform vec3 cameraPosition;
uniform vec3 uLight;
uniform vec2 uTile;
// Slot of the group of every texel, 0 for none.
uniform sampler2D uSlots;
// Row 0: base colour (sRGB) and roughness of every slot; row 1: metalness.
uniform sampler2D uLooks;
uniform sampler2D uPack;
uniform vec3 uBase;
uniform vec3 uTints[4];
uniform bool uHasTint[4];

in vec3 vNormal;
in vec3 vPosition;
in vec2 vUv;
in vec3 vColor;

out vec4 outColor;

const float PI = 3.14159265;
const vec3 SKY = vec3(0.92, 0.96, 1.0);
const vec3 HORIZON = vec3(0.62, 0.62, 0.6);
const vec3 GROUND = vec3(0.2, 0.19, 0.18);

vec3 toLinear(vec3 c) {
  return mix(c / 12.92, pow((c + 0.055) / 1.055, vec3(2.4)), step(0.04045, c));
}

vec3 toSrgb(vec3 c) {
  vec3 x = clamp(c, 0.0, 1.0);
  return mix(x * 12.92, 1.055 * pow(x, vec3(1.0 / 2.4)) - 0.055, step(0.0031308, x));
}

struct Surface {
  vec3 base;
  float roughness;
  float metalness;
};

Surface lookOf(int slot) {
  vec4 first = texelFetch(uLooks, ivec2(slot, 0), 0);
  return Surface(toLinear(first.rgb), first.a, texelFetch(uLooks, ivec2(slot, 1), 0).r);
}

// Looks are mixed, never slots, so that no third look shows between two.
Surface groupSurface(vec2 uv) {
  ivec2 size = textureSize(uSlots, 0);
  vec2 at = vec2(uv.x, 1.0 - uv.y) * vec2(size) - 0.5;
  ivec2 corner = ivec2(floor(at));
  vec2 part = fract(at);
  Surface sum = Surface(vec3(0.0), 0.0, 0.0);
  float weights = 0.0;
  for (int i = 0; i < 4; i++) {
    ivec2 step_ = ivec2(i & 1, i >> 1);
    ivec2 texel = clamp(corner + step_, ivec2(0), size - 1);
    int slot = int(texelFetch(uSlots, texel, 0).r * 255.0 + 0.5);
    float weight = (step_.x == 1 ? part.x : 1.0 - part.x) * (step_.y == 1 ? part.y : 1.0 - part.y);
    if (slot > 0) {
      Surface look = lookOf(slot);
      sum.base += weight * look.base;
      sum.roughness += weight * look.roughness;
      sum.metalness += weight * look.metalness;
      weights += weight;
    }
  }
  if (weights == 0.0) {
    return Surface(vec3(0.35), 0.8, 0.0);
  }
  return Surface(sum.base / weights, sum.roughness / weights, sum.metalness / weights);
}

// Each channel lays its colour over what is below, as much as it says.
Surface packSurface(vec2 uv) {
  vec4 amount = texture(uPack, vec2(uv.x, 1.0 - uv.y));
  vec3 color = toLinear(uBase);
  for (int c = 0; c < 4; c++) {
    color = uHasTint[c] ? mix(color, toLinear(uTints[c]), amount[c]) : color;
  }
  return Surface(color, 0.6, 0.0);
}

// A cloudy day by the water, blurred as far as the surface is rough.
vec3 surroundings(vec3 direction, float roughness) {
  float width = mix(0.08, 0.9, roughness);
  vec3 up = mix(HORIZON, SKY, smoothstep(0.0, width + 0.3, direction.y));
  vec3 color = mix(GROUND, up, smoothstep(-width, width, direction.y));
  float glow = pow(max(dot(direction, uLight), 0.0), mix(90.0, 3.0, roughness));
  return color + glow * mix(1.6, 0.25, roughness);
}

// Split sum, fitted (B. Karis, Physically Based Shading on Mobile, 2014).
vec3 reflected(vec3 f0, float roughness, float facing) {
  vec4 r = roughness * vec4(-1.0, -0.0275, -0.572, 0.022) + vec4(1.0, 0.0425, 1.04, -0.04);
  float a = min(r.x * r.x, exp2(-9.28 * facing)) * r.x + r.y;
  vec2 scale = vec2(-1.04, 1.04) * a + r.zw;
  return f0 * scale.x + scale.y;
}

// Microfacets after Trowbridge and Reitz, shadowing after Smith, reflection after Schlick.
vec3 highlight(vec3 f0, float roughness, vec3 n, vec3 v, vec3 l) {
  vec3 h = normalize(v + l);
  float nl = max(dot(n, l), 0.0);
  float nv = max(dot(n, v), 1e-4);
  float nh = max(dot(n, h), 0.0);
  float a = max(roughness * roughness, 0.02);
  float d = nh * nh * (a * a - 1.0) + 1.0;
  float k = (roughness + 1.0) * (roughness + 1.0) / 8.0;
  float visible = 0.25 / ((nl * (1.0 - k) + k) * (nv * (1.0 - k) + k));
  vec3 f = f0 + (1.0 - f0) * pow(1.0 - max(dot(v, h), 0.0), 5.0);
  return f * (a * a / (PI * d * d)) * visible;
}

void main() {
  vec3 n = normalize(vNormal);
  vec3 v = normalize(cameraPosition - vPosition);
  n = dot(n, v) < 0.0 ? -n : n;
  vec2 uv = vUv - uTile;
  Surface s;
  if (uKind == 0) {
    s = groupSurface(uv);
  } else if (uKind == 1) {
    s = packSurface(uv);
  } else {
    s = Surface(toLinear(vColor), 0.7, 0.0);
  }
  float nl = max(dot(n, uLight), 0.0);
  vec3 f0 = mix(vec3(0.04), s.base, s.metalness);
  vec3 diffuse = s.base * (1.0 - s.metalness);
  vec3 sky = mix(GROUND, SKY, 0.5 + 0.5 * n.y) * 0.55;
  vec3 color = diffuse * (sky + 0.75 * nl);
  color += highlight(f0, s.roughness, n, v, uLight) * nl * 2.2;
  vec3 mirrored = surroundings(reflect(-v, n), s.roughness);
  color += reflected(f0, s.roughness, max(dot(n, v), 0.0)) * mirrored * 1.5;
  outColor = vec4(toSrgb(color), 1.0);
}
