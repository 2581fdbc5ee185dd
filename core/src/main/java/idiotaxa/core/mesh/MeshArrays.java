package idiotaxa.core.mesh;

/**
 * The arrays of a mesh, checked against each other. UVs, normals and colours may be null.
 *
 * @param positions xyz per vertex
 * @param faceStart first corner of every face, and the number of corners at the end
 * @param cornerVertex vertex of every corner
 * @param cornerUv uv per corner
 * @param cornerNormal xyz per corner
 * @param cornerColor 0xAARRGGBB per corner
 * @param facePart part of every face
 * @param faceMaterial material of every face or {@link Mesh#NO_MATERIAL}
 */
record MeshArrays(
    float[] positions,
    int[] faceStart,
    int[] cornerVertex,
    float[] cornerUv,
    float[] cornerNormal,
    int[] cornerColor,
    int[] facePart,
    int[] faceMaterial) {

  MeshArrays {
    int corners = cornerVertex.length;
    check(faceStart.length == facePart.length + 1, "faceStart", faceStart.length);
    check(faceMaterial.length == facePart.length, "faceMaterial", faceMaterial.length);
    check(faceStart[faceStart.length - 1] == corners, "faceStart end", faceStart.length);
    check(cornerUv == null || cornerUv.length == 2 * corners, "cornerUv", corners);
    check(cornerNormal == null || cornerNormal.length == 3 * corners, "cornerNormal", corners);
    check(cornerColor == null || cornerColor.length == corners, "cornerColor", corners);
  }

  MeshArrays withCornerColor(int[] colors) {
    return new MeshArrays(
        positions, faceStart, cornerVertex, cornerUv, cornerNormal, colors, facePart, faceMaterial);
  }

  MeshArrays withCornerUv(float[] uvs) {
    return new MeshArrays(
        positions, faceStart, cornerVertex, uvs, cornerNormal, cornerColor, facePart, faceMaterial);
  }

  MeshArrays withFacePart(int[] parts) {
    return new MeshArrays(
        positions, faceStart, cornerVertex, cornerUv, cornerNormal, cornerColor, parts, faceMaterial);
  }

  MeshArrays withPositions(float[] moved, float[] normals) {
    return new MeshArrays(
        moved, faceStart, cornerVertex, cornerUv, normals, cornerColor, facePart, faceMaterial);
  }

  private static void check(boolean holds, String what, int length) {
    if (!holds) {
      throw new IllegalArgumentException(what + " does not fit the other arrays: " + length);
    }
  }
}
