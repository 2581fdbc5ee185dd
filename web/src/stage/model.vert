// One vertex a triangle corner. What can change from click to click - group and pick of a face - comes
// from a small texture, so the geometry is sent to the graphics card once.
precision highp float;
precision highp usampler2D;

uniform mat4 modelViewMatrix;
uniform mat4 projectionMatrix;
uniform mat3 normalMatrix;
uniform usampler2D uFaces;
uniform sampler2D uGroupColors;
uniform sampler2D uFaceColors;
uniform bool uHasFaceColors;

in vec3 position;
in vec3 normal;
in vec2 uv;
in vec4 color;
in vec3 wire;
in float face;

out vec3 vNormal;
out vec3 vPosition;
out vec2 vUv;
out vec3 vColor;
out vec3 vWire;
flat out vec3 vFaceColor;
flat out vec3 vGroupColor;
flat out uint vGroup;
flat out uint vFlags;
flat out float vPiece;

void main() {
  int f = int(face);
  int width = textureSize(uFaces, 0).x;
  uvec4 data = texelFetch(uFaces, ivec2(f % width, f / width), 0);
  vGroup = data.r + 256u * data.g;
  vFlags = data.b;
  vPiece = float(data.a) / 255.0;
  vGroupColor = texelFetch(uGroupColors, ivec2(int(data.r), int(data.g)), 0).rgb;
  vFaceColor = vec3(0.0);
  if (uHasFaceColors) vFaceColor = texelFetch(uFaceColors, ivec2(f % width, f / width), 0).rgb;
  vWire = wire;
  vec4 view = modelViewMatrix * vec4(position, 1.0);
  vNormal = normalMatrix * normal;
  vPosition = view.xyz;
  vUv = uv;
  vColor = color.rgb;
  gl_Position = projectionMatrix * view;
}
