package idiotaxa.core.mesh;

/**
 * The arrays of a mesh, checked against each other. UVs, normals, colours and smoothing may be null.
 *
 * @param positions xyz per vertex
 * @param faceStart first corner of every face, and the number of corners at the end
 * @param cornerVertex vertex of every corner
 * @param cornerUv uv per corner
 * @param cornerNormal xyz per corner
 * @param cornerColor 0xAARRGGBB per corner
 * @param cornerTextureUv uv per corner at which textures are looked up; null where that is cornerUv
 * @param facePart part of every face
 * @param faceMaterial material of every face or {@link Mesh#NO_MATERIAL}
 * @param faceSmoothing smoothing group of every face, 0 for flat; null where the file has none
 * @param faceWord index into the {@link FaceWords} of every face; null where the file has none
 */
record MeshArrays(
    float[] positions,
    int[] faceStart,
    int[] cornerVertex,
    float[] cornerUv,
    float[] cornerNormal,
    int[] cornerColor,
    float[] cornerTextureUv,
    int[] facePart,
    int[] faceMaterial,
    int[] faceSmoothing,
    int[] faceWord) {

  MeshArrays {
    int corners = cornerVertex.length;
    check(faceStart.length == facePart.length + 1, "faceStart", faceStart.length);
    check(faceMaterial.length == facePart.length, "faceMaterial", faceMaterial.length);
    check(
        faceSmoothing == null || faceSmoothing.length == facePart.length,
        "faceSmoothing",
        facePart.length);
    check(faceWord == null || faceWord.length == facePart.length, "faceWord", facePart.length);
    check(faceStart[faceStart.length - 1] == corners, "faceStart end", faceStart.length);
    check(cornerUv == null || cornerUv.length == 2 * corners, "cornerUv", corners);
    check(cornerNormal == null || cornerNormal.length == 3 * corners, "cornerNormal", corners);
    check(
        cornerTextureUv == null || cornerTextureUv.length == 2 * corners,
        "cornerTextureUv",
        corners);
    check(cornerColor == null || cornerColor.length == corners, "cornerColor", corners);
  }

  MeshArrays withCornerColor(int[] colors) {
    return new MeshArrays(
        positions,
        faceStart,
        cornerVertex,
        cornerUv,
        cornerNormal,
        colors,
        cornerTextureUv,
        facePart,
        faceMaterial,
        faceSmoothing,
        faceWord);
  }

  /** Textures stay where the old UVs put them. */
  MeshArrays withCornerUv(float[] uvs) {
    return new MeshArrays(
        positions,
        faceStart,
        cornerVertex,
        uvs,
        cornerNormal,
        cornerColor,
        cornerTextureUv == null ? cornerUv : cornerTextureUv,
        facePart,
        faceMaterial,
        faceSmoothing,
        faceWord);
  }

  MeshArrays withFacePart(int[] parts) {
    return new MeshArrays(
        positions,
        faceStart,
        cornerVertex,
        cornerUv,
        cornerNormal,
        cornerColor,
        cornerTextureUv,
        parts,
        faceMaterial,
        faceSmoothing,
        faceWord);
  }

  MeshArrays withPositions(float[] moved, float[] normals) {
    return new MeshArrays(
        moved,
        faceStart,
        cornerVertex,
        cornerUv,
        normals,
        cornerColor,
        cornerTextureUv,
        facePart,
        faceMaterial,
        faceSmoothing,
        faceWord);
  }

  MeshArrays withFaceMaterial(int[] materials) {
    return new MeshArrays(
        positions,
        faceStart,
        cornerVertex,
        cornerUv,
        cornerNormal,
        cornerColor,
        cornerTextureUv,
        facePart,
        materials,
        faceSmoothing,
        faceWord);
  }

  MeshArrays withFaceWord(int[] words) {
    return new MeshArrays(
        positions,
        faceStart,
        cornerVertex,
        cornerUv,
        cornerNormal,
        cornerColor,
        cornerTextureUv,
        facePart,
        faceMaterial,
        faceSmoothing,
        words);
  }

  private static void check(boolean holds, String what, int length) {
    if (!holds) {
      throw new IllegalArgumentException(what + " does not fit the other arrays: " + length);
    }
  }
}
