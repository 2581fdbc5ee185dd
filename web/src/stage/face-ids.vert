precision highp float;
precision highp usampler2D;

uniform mat4 modelViewMatrix;
uniform mat4 projectionMatrix;
uniform usampler2D uFaces;

in vec3 position;
in float face;

flat out vec4 vNumber;
flat out uint vFlags;

void main() {
  int f = int(face);
  int width = textureSize(uFaces, 0).x;
  vFlags = texelFetch(uFaces, ivec2(f % width, f / width), 0).b;
  int n = f + 1;
  vNumber = vec4(float(n & 255), float((n >> 8) & 255), float((n >> 16) & 255), 255.0) / 255.0;
  gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
}
