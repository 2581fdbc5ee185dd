package idiotaxa.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.bake.SheetReport;
import idiotaxa.core.group.Group;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class OutcomeTest {
  private static final List<Group> GROUPS =
      List.of(Group.of(1, "tin", 0xFF0000), Group.of(2, "oak", 0x00FF00), Group.of(3, "rope", 0xFF));

  private static SheetReport sheet(
      String name, long covered, long missed, long conflicts, List<Integer> thin, long... groupTexels) {
    return new SheetReport(
        name, 4096, 4096, covered, missed, 0, 0, conflicts, conflicts, groupTexels, List.of(), List.of(),
        thin, 0, 0);
  }

  private static Finding only(List<Finding> findings) {
    assertThat(findings).hasSize(1);
    assertThat(findings.get(0).severity()).isEqualTo(Severity.WARNING);
    return findings.get(0);
  }

  @Test
  void aCleanBakeHasNoFindings() {
    assertThat(Outcome.of(List.of(sheet("1001", 900, 0, 0, List.of(), 0, 500, 400, 0)), GROUPS, Map.of())).isEmpty();
  }

  @Test
  void aFewMissedOfMillionsAreNotRoundedAway() {
    SheetReport sheet = sheet("1001", 14_200_000, 68, 0, List.of(), 68, 7_000_000, 7_199_932, 0);
    Finding missed = only(Outcome.of(List.of(sheet), GROUPS, Map.of()));
    assertThat(missed.kind()).isEqualTo("missed");
    assertThat(missed.text()).contains("68 texels").contains("0.0005 %").doesNotContain("0.0 %");
    assertThat(missed.place()).isEqualTo("sheet 1001");
    assertThat(missed.count()).isEqualTo(68);
  }

  @Test
  void conflictsAreCountedInTexelsSheetBySheet() {
    List<Finding> findings =
        Outcome.of(
            List.of(
                sheet("1001", 900, 0, 1, List.of(), 0, 500, 400, 0),
                sheet("1002", 900, 0, 12, List.of(), 0, 500, 400, 0)),
            GROUPS,
            Map.of());
    assertThat(findings).extracting(Finding::kind).containsExactly("conflicts", "conflicts");
    assertThat(findings).extracting(Finding::count).containsExactly(1L, 12L);
    assertThat(findings.get(0).text()).startsWith("1 texel lies");
    assertThat(findings.get(1).text()).startsWith("12 texels lie");
  }

  @Test
  void aThinGroupIsNamed() {
    SheetReport sheet = sheet("1001", 900, 0, 0, List.of(3), 0, 500, 399, 1);
    Finding thin = only(Outcome.of(List.of(sheet), GROUPS, Map.of()));
    assertThat(thin.kind()).isEqualTo("thin-group");
    assertThat(thin.text()).startsWith("rope is so thin").contains("1 texel ");
    SheetReport under = sheet("1001", 900, 0, 400, List.of(3), 0, 500, 400, 0);
    assertThat(Outcome.of(List.of(under), GROUPS, Map.of()).get(1).text())
        .startsWith("rope wins no texel: it is too thin, or lies under faces of other groups; it has none.");
  }

  @Test
  void aSheetWithoutATexelAmongOthersIsNamed() {
    SheetReport full = sheet("hull", 900, 0, 0, List.of(), 0, 500, 400, 0);
    SheetReport bare = sheet("mast", 0, 0, 0, List.of(), 0, 0, 0, 0);
    Finding empty = only(Outcome.of(List.of(full, bare), GROUPS, Map.of()));
    assertThat(empty.kind()).isEqualTo("empty-sheet");
    assertThat(empty.place()).isEqualTo("sheet mast");
    assertThat(only(Outcome.of(List.of(bare), GROUPS, Map.of())).kind()).isEqualTo("empty");
  }

  @Test
  void oneColourOrNoneIsSaidOverAllSheets() {
    SheetReport tin = sheet("1001", 900, 0, 0, List.of(), 0, 900, 0, 0);
    SheetReport oak = sheet("1002", 900, 0, 0, List.of(), 0, 0, 900, 0);
    SheetReport none = sheet("1003", 900, 0, 0, List.of(), 900, 0, 0, 0);
    assertThat(Outcome.of(List.of(tin, oak), GROUPS, Map.of())).isEmpty();
    assertThat(only(Outcome.of(List.of(tin, none), GROUPS, Map.of())).text()).contains("belongs to tin");
    assertThat(only(Outcome.of(List.of(none), GROUPS, Map.of())).kind()).isEqualTo("empty");
  }

  @Test
  void specksAreCountedPerSheet() {
    SheetReport sheet = sheet("1001", 900, 0, 0, List.of(), 0, 500, 400, 0);
    List<Finding> findings = Outcome.of(List.of(sheet), GROUPS, Map.of("1001", 3));
    assertThat(findings).hasSize(1);
    Finding specks = findings.get(0);
    // Small bolts are as small: it is told, and nothing is wrong.
    assertThat(specks.severity()).isEqualTo(Severity.HARMLESS);
    assertThat(specks.kind()).isEqualTo("specks");
    assertThat(specks.text()).isEqualTo("3 specks of at most 8 texels lie in other groups.");
    assertThat(specks.place()).isEqualTo("sheet 1001");
  }
}
