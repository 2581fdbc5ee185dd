// Lines of one colour, and points as small squares with a rim.
precision highp float;

uniform vec3 uColor;
uniform float uSize;

layout(location = 0) out vec4 outColor;
layout(location = 1) out vec4 outMarks;

void main() {
  vec2 fromMiddle = abs(gl_PointCoord - 0.5) * uSize;
  bool isInside = uSize > 1.0 && max(fromMiddle.x, fromMiddle.y) < 0.5 * uSize - 2.0;
  outColor = vec4(isInside ? vec3(1.0) : uColor, 1.0);
  outMarks = vec4(0.0);
}
