package idiotaxa.receiver;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.JsonNode;

/** What somebody who has only the package would get wrong, in words. */
final class Remarks {
  private final List<String> remarks = new ArrayList<>();

  private Remarks() {}

  static List<String> of(
      JsonNode manifest, List<Receipt.SheetReceipt> sheets, List<Receipt.MeshReceipt> meshes) {
    Remarks all = new Remarks();
    manifest.path("sheets").forEach(all::addUnpickable);
    sheets.forEach(all::addSheet);
    meshes.forEach(all::addMesh);
    return all.remarks;
  }

  private void addUnpickable(JsonNode sheet) {
    String name = sheet.path("name").asString();
    if (!sheet.has("idMap")) {
      add("Sheet %s has no ID map: nothing can be picked by colour on it.", name);
      return;
    }
    for (JsonNode mask : sheet.path("masks")) {
      boolean isOfOne = mask.path("groups").size() == 1;
      if (isOfOne && mask.path("pick").isNull()) {
        add(
            "No pick by colour takes exactly the mask %s of sheet %s; use the mask itself.",
            mask.path("name").asString(), name);
      }
    }
  }

  private void addSheet(Receipt.SheetReceipt sheet) {
    for (Receipt.MaskReceipt mask : sheet.masks()) {
      long wrong = mask.wronglyTaken() + mask.wronglyLeft();
      if (wrong > 0) {
        add(
            "A pick of %s with tolerance %d on sheet %s is wrong in %,d texels.",
            mask.name(), mask.tolerance(), sheet.name(), wrong);
      }
    }
    for (Receipt.PackReceipt pack : sheet.packs()) {
      addChannels(pack.file(), pack.channels());
    }
    for (Receipt.LayersReceipt layers : sheet.layers()) {
      addChannels(layers.file(), layers.layers());
    }
  }

  private void addChannels(String file, List<Receipt.ChannelReceipt> channels) {
    for (Receipt.ChannelReceipt channel : channels) {
      if (channel.differing() > 0) {
        add(
            "%s: %s %s differs from the mask of that name in %,d texels.",
            file, channel.channel(), channel.of(), channel.differing());
      }
    }
  }

  private void addMesh(Receipt.MeshReceipt mesh) {
    if (mesh.differing() > 0) {
      add(
          "%s: %,d of %,d faces have another group than the ID map at their middle; the map is finer there.",
          mesh.file(), mesh.differing(), mesh.faces());
    }
  }

  private void add(String words, Object... values) {
    remarks.add(String.format(Locale.ROOT, words, values));
  }
}
