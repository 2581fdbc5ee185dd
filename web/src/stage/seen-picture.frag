// The sample in the middle of each place of a smaller picture.
precision highp float;

uniform sampler2D uSeen;
uniform vec2 uSize;

out vec4 outFace;

void main() {
  vec2 size = vec2(textureSize(uSeen, 0));
  outFace = texelFetch(uSeen, ivec2(gl_FragCoord.xy / uSize * size), 0);
}
