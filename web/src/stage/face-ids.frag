precision highp float;

flat in vec4 vNumber;
flat in uint vFlags;

out vec4 outNumber;

void main() {
  if ((vFlags & 4u) != 0u) {
    discard;
  }
  outNumber = vNumber;
}
