precision highp float;

uniform mat4 modelMatrix;
uniform mat4 viewMatrix;
uniform mat4 projectionMatrix;

in vec3 position;
in vec3 normal;
in vec2 uv;
in vec4 color;

out vec3 vNormal;
out vec3 vPosition;
out vec2 vUv;
out vec3 vColor;

void main() {
  vec4 world = modelMatrix * vec4(position, 1.0);
  vPosition = world.xyz;
  // Sources are moved, turned and scaled alike along all axes.
  vNormal = mat3(modelMatrix) * normal;
  vUv = uv;
  vColor = color.rgb;
  gl_Position = projectionMatrix * viewMatrix * world;
}
