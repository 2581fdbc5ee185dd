// One vertex a triangle corner, sent to the graphics card once. What can change from click to click - group
// and pick of a face - is looked up per pixel later, so that geometry is drawn anew only for the camera.
precision highp float;
precision highp usampler2D;

uniform mat4 modelViewMatrix;
uniform mat4 projectionMatrix;
uniform mat3 normalMatrix;
uniform usampler2D uFaces;

in vec3 position;
in vec3 normal;
in vec2 uv;
in vec4 color;
in vec3 wire;
in float face;

flat out float vFace;
#ifdef LEAVES_OUT
flat out uint vFlags;
#endif
out vec3 vNormal;
out vec3 vPosition;
#ifdef HAS_COLORS
out vec2 vUv;
out vec3 vColor;
out vec3 vWire;
#endif

void main() {
  vFace = face;
#ifdef LEAVES_OUT
  int f = int(face);
  int width = textureSize(uFaces, 0).x;
  vFlags = texelFetch(uFaces, ivec2(f % width, f / width), 0).b;
#endif
  vec4 view = modelViewMatrix * vec4(position, 1.0);
  vNormal = normalMatrix * normal;
  vPosition = view.xyz;
#ifdef HAS_COLORS
  vUv = uv;
  vColor = color.rgb;
  vWire = wire;
#endif
  gl_Position = projectionMatrix * view;
}
