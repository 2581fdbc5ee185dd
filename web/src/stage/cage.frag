// Lines of one colour, and points as small squares with a rim.
precision highp float;

uniform vec3 uColor;
uniform float uSize;

// Something that has a colour and is no face.
layout(location = 0) out vec4 outFace;
layout(location = 1) out vec4 outColor;

void main() {
  vec2 fromMiddle = abs(gl_PointCoord - 0.5) * uSize;
  bool isInside = uSize > 4.0 && max(fromMiddle.x, fromMiddle.y) < 0.5 * uSize - 4.0;
  outFace = vec4(1.0);
  outColor = vec4(isInside ? vec3(1.0) : uColor, 0.0);
}
