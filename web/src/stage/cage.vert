precision highp float;

uniform mat4 modelViewMatrix;
uniform mat4 projectionMatrix;
uniform float uSize;
// Samples of the whole view.
uniform vec2 uSamples;

in vec3 position;

void main() {
  gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
  // A line is one sample wide: four beside each other make it a pixel wide.
  gl_Position.xy += 2.0 * vec2(gl_InstanceID & 1, gl_InstanceID >> 1) / uSamples * gl_Position.w;
  gl_PointSize = uSize;
}
