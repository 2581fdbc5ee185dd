package idiotaxa.core.handoff;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.FloatBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryStack;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.util.tinyexr.EXRHeader;
import org.lwjgl.util.tinyexr.EXRImage;
import org.lwjgl.util.tinyexr.EXRVersion;
import org.lwjgl.util.tinyexr.TinyEXR;

/** An OpenEXR file as an independent library reads it. */
final class ExrPixels {
  private final List<String> channels = new ArrayList<>();
  private final List<float[]> values = new ArrayList<>();

  static ExrPixels read(Path path) throws IOException {
    byte[] bytes = Files.readAllBytes(path);
    ByteBuffer memory = MemoryUtil.memAlloc(bytes.length).put(bytes).flip();
    ExrPixels pixels = new ExrPixels();
    try (MemoryStack stack = MemoryStack.stackPush()) {
      EXRVersion version = EXRVersion.calloc(stack);
      EXRHeader header = EXRHeader.calloc(stack);
      EXRImage image = EXRImage.calloc(stack);
      PointerBuffer error = stack.mallocPointer(1);
      check(TinyEXR.ParseEXRVersionFromMemory(version, memory));
      TinyEXR.InitEXRHeader(header);
      check(TinyEXR.ParseEXRHeaderFromMemory(header, version, memory, error));
      for (int c = 0; c < header.num_channels(); c++) {
        header.requested_pixel_types().put(c, TinyEXR.TINYEXR_PIXELTYPE_FLOAT);
        pixels.channels.add(MemoryUtil.memUTF8(MemoryUtil.memAddress(header.channels().get(c).name())));
      }
      TinyEXR.InitEXRImage(image);
      check(TinyEXR.LoadEXRImageFromMemory(image, header, memory, error));
      int texels = image.width() * image.height();
      PointerBuffer planes = image.images();
      for (int c = 0; c < header.num_channels(); c++) {
        FloatBuffer plane = MemoryUtil.memFloatBuffer(planes.get(c), texels);
        float[] copy = new float[texels];
        plane.get(copy);
        pixels.values.add(copy);
      }
      TinyEXR.FreeEXRImage(image);
      TinyEXR.FreeEXRHeader(header);
    } finally {
      MemoryUtil.memFree(memory);
    }
    return pixels;
  }

  private static void check(int result) throws IOException {
    if (result != TinyEXR.TINYEXR_SUCCESS) {
      throw new IOException("the library refuses the file: " + result);
    }
  }

  List<String> channels() {
    return channels;
  }

  float value(int channel, int texel) {
    return values.get(channel)[texel];
  }
}
