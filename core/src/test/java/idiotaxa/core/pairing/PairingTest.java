package idiotaxa.core.pairing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.trace.PartFilter;
import java.util.List;
import org.junit.jupiter.api.Test;

class PairingTest {
  private static Mesh parts(String... names) {
    MeshBuilder builder = new MeshBuilder();
    for (String name : names) {
      int part = builder.part(name);
      int[] v = {builder.vertex(0, 0, 0), builder.vertex(1, 0, 0), builder.vertex(0, 1, 0)};
      builder.polygon(part, Mesh.NO_MATERIAL, v);
    }
    return builder.build();
  }

  private static Pairing.Row row(Pairing pairing, String targetPart) {
    return pairing.rows().stream()
        .filter(r -> r.targetPart().equals(targetPart))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void namesArePairedWithoutCaseAndAffixes() {
    Mesh target = parts("Hull_LOW", "lp_Mast", "lamp_geo");
    Mesh source = parts("hull_high", "mast_hp", "LAMP_hi", "hull_hi");
    Pairing pairing = Pairing.byNames(target, source, PairingRules.PLAIN);
    assertThat(row(pairing, "Hull_LOW").sourceParts()).containsExactly("hull_high", "hull_hi");
    assertThat(row(pairing, "lp_Mast").sourceParts()).containsExactly("mast_hp");
    assertThat(row(pairing, "lamp_geo").by()).isEqualTo(Pairing.By.NAME);
    assertThat(pairing.unpairedTarget()).isEmpty();
    assertThat(pairing.unpairedSource()).isEmpty();
    assertThat(PartFilter.isAllowed(pairing.allowed(1), 1)).isTrue();
    assertThat(PartFilter.isAllowed(pairing.allowed(1), 0)).isFalse();
  }

  @Test
  void whereEveryPartMayBeHitNothingIsAskedOfParts() {
    assertThat(Pairing.byNames(parts("rope"), parts("rope_high"), PairingRules.PLAIN).allowed(0)).isNull();
    Pairing two = Pairing.byNames(parts("hull", "mast"), parts("hull_high", "hull_hi"), PairingRules.PLAIN);
    assertThat(two.allowed(0)).isNull();
    assertThat(two.allowed(1)).as("nothing to hit").containsExactly(0);
  }

  @Test
  void trailingNumbersCountUnlessTheRestIsUnique() {
    Mesh target = parts("bolt_01", "bolt_02", "rope");
    Mesh source = parts("bolt_01_high", "bolt_02_high", "rope_7");
    Pairing pairing = Pairing.byNames(target, source, PairingRules.PLAIN);
    assertThat(row(pairing, "bolt_02").sourceParts()).containsExactly("bolt_02_high");
    assertThat(row(pairing, "rope").by()).isEqualTo(Pairing.By.NAME_WITHOUT_NUMBER);
    Pairing without = Pairing.byNames(parts("bolt_01", "bolt_02"), parts("bolt"), PairingRules.PLAIN);
    assertThat(without.unpairedTarget()).containsExactly("bolt_01", "bolt_02");
  }

  @Test
  void houseAffixesAreStrippedToo() {
    Mesh target = parts("hull_cage");
    Mesh source = parts("sm_hull_sculpt");
    assertThat(Pairing.byNames(target, source, PairingRules.PLAIN).unpairedTarget()).hasSize(1);
    PairingRules house = new PairingRules(List.of("_cage", "SM_", "sculpt"), List.of());
    assertThat(row(Pairing.byNames(target, source, house), "hull_cage").sourceParts())
        .containsExactly("sm_hull_sculpt");
    assertThatThrownBy(() -> new PairingRules(List.of("__"), List.of()))
        .hasMessageContaining("suffix or prefix");
  }

  @Test
  void linksWinOverNamesAndOverAll() {
    Mesh target = parts("hull", "mast");
    Mesh source = parts("hull_high", "mast_high", "antenna");
    PairingRules linked =
        new PairingRules(List.of(), List.of(new PairingRules.Link("mast", "antenna")));
    Pairing names = Pairing.byNames(target, source, linked);
    assertThat(row(names, "mast").by()).isEqualTo(Pairing.By.LINK);
    assertThat(row(names, "mast").sourceParts()).containsExactly("antenna");
    assertThat(names.unpairedSource()).extracting(Pairing.Unpaired::part).containsExactly("mast_high");
    Pairing all = Pairing.all(target, source, linked);
    assertThat(all.allowed(0)).isNull();
    assertThat(PartFilter.isAllowed(all.allowed(1), 2)).isTrue();
    assertThat(PartFilter.isAllowed(all.allowed(1), 1)).isFalse();
  }

  @Test
  void unpairedPartsGetTheNearestNameAsProposal() {
    Mesh target = parts("lantern glass", "hull");
    Mesh source = parts("lantern_glas_high", "hull_high", "pebble");
    Pairing pairing = Pairing.byNames(target, source, PairingRules.PLAIN);
    assertThat(row(pairing, "lantern glass").by()).isEqualTo(Pairing.By.NONE);
    assertThat(row(pairing, "lantern glass").proposal()).isEqualTo("lantern_glas_high");
    assertThat(pairing.unpairedSource())
        .containsExactly(
            new Pairing.Unpaired("lantern_glas_high", "lantern glass"),
            new Pairing.Unpaired("pebble", null));
    assertThat(Pairing.fitting(target, source, PairingRules.PLAIN).mode()).isEqualTo(PairingMode.ALL);
  }

  @Test
  void affixesAreTakenOffInAnyNumberAndOrder() {
    Mesh target = parts("bolt_low_geo", "hull_low.001", "geo_lamp_lo", "rung_07_low");
    Mesh source = parts("bolt_geo_high", "hull_high", "lamp_hi.002", "rung_high_07");
    Pairing pairing = Pairing.byNames(target, source, PairingRules.PLAIN);
    assertThat(pairing.unpairedTarget()).isEmpty();
    assertThat(row(pairing, "bolt_low_geo").sourceParts()).containsExactly("bolt_geo_high");
    assertThat(row(pairing, "hull_low.001").sourceParts()).containsExactly("hull_high");
    assertThat(row(pairing, "rung_07_low").by()).isEqualTo(Pairing.By.NAME);
  }

  @Test
  void thousandsOfPartsWithoutPartnerArePairedInBoundedWork() {
    String[] low = new String[4000];
    String[] high = new String[4000];
    for (int i = 0; i < low.length; i++) {
      low[i] = "abcdefgh".repeat(3) + (char) ('a' + i % 26) + i + "x";
      high[i] = "hgfedcba".repeat(3) + (char) ('a' + i % 23) + i + "y";
    }
    Pairing pairing = Pairing.byNames(parts(low), parts(high), PairingRules.PLAIN);
    assertThat(pairing.unpairedTarget()).hasSize(4000);
  }
}
