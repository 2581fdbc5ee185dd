package idiotaxa.server.life;

import com.fasterxml.jackson.annotation.JsonValue;

/** What can be put into the trash. */
enum TrashKind {
  ASSET("asset"),
  MODEL("model"),
  BAKE("bake"),
  PACKAGE("package");

  private final String word;

  TrashKind(String word) {
    this.word = word;
  }

  @JsonValue
  String word() {
    return word;
  }
}
