package idiotaxa.server.palette;

import idiotaxa.core.group.ColorName;
import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.PaletteCheck;
import idiotaxa.core.group.ReadyLooks;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.map.SheetImages;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.palette.PaletteStore.PaletteGroupRow;
import idiotaxa.server.people.Access;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Palettes: made, judged and changed; what changes reaches the assets that use them. */
@Service
public class PaletteService {
  private static final int MAX_NAME = 120;
  private static final int MAX_GROUPS = 1000;

  private final PaletteStore palettes;
  private final PaletteUse use;
  private final GroupService groups;
  private final Access access;

  public PaletteService(PaletteStore palettes, PaletteUse use, GroupService groups, Access access) {
    this.access = access;
    this.palettes = palettes;
    this.use = use;
    this.groups = groups;
  }

  /** A group of a palette; the spoken colour is a name to say it by. */
  public record GroupView(
      long id,
      int number,
      String name,
      String color,
      String spokenColor,
      List<String> keywords,
      boolean isColorLocked) {}

  /**
   * A palette with the assets that use it.
   *
   * @param version to be given back with a change
   */
  public record PaletteView(
      long id, String name, int version, List<GroupView> groups, List<PaletteStore.User> assets) {}

  /**
   * A group as it is wanted.
   *
   * @param id 0 for a new one
   * @param keywords absent for none
   * @param isColorLocked absent for no
   */
  public record WantedGroup(
      long id,
      int number,
      String name,
      String color,
      List<String> keywords,
      Boolean isColorLocked) {
    boolean keepsColor() {
      return Boolean.TRUE.equals(isColorLocked);
    }
  }

  /**
   * A palette by its name.
   *
   * @param version grows with every change
   */
  public record PaletteName(long id, String name, int version) {}

  /**
   * @throws NotFoundException when there is no such palette
   */
  public PaletteName name(long id) {
    PaletteStore.PaletteRow row = row(id);
    return new PaletteName(row.id(), row.name(), row.version());
  }

  public List<PaletteView> list() {
    return palettes.list(access.shows()).stream().map(this::view).toList();
  }

  public PaletteView get(long id) {
    return view(row(id));
  }

  private PaletteView view(PaletteStore.PaletteRow row) {
    return new PaletteView(
        row.id(),
        row.name(),
        row.version(),
        palettes.groups(row.id()).stream().map(PaletteService::view).toList(),
        palettes.users(row.id()));
  }

  private static GroupView view(PaletteGroupRow row) {
    Group group = row.group();
    return new GroupView(
        row.id(),
        group.number(),
        group.name(),
        Rgb.toHex(group.color()),
        ColorName.of(group.color()),
        group.keywords(),
        row.isColorLocked());
  }

  /** For files. */
  public Palette palette(long id) {
    return new Palette(
        row(id).name(), palettes.groups(id).stream().map(PaletteGroupRow::group).toList());
  }

  /**
   * @param show number of the one that it is for, null where only one comes into question
   */
  @Transactional
  public long create(Palette palette, Long show) {
    return createIn(access.showForNew(show), palette);
  }

  private long createIn(long show, Palette palette) {
    checkSize(palette.groups().size());
    long id = palettes.create(checkedName(palette.name()), show);
    palette.groups().forEach(g -> palettes.addGroup(id, g, false));
    return id;
  }

  /** Makes a palette of the groups of an asset, which uses it from then on. */
  @Transactional
  public long createFrom(long assetId, String name) {
    access.requireAsset(assetId);
    long id = createIn(access.showOf(assetId), groups.palette(assetId, name));
    use.choose(assetId, id);
    return id;
  }

  /**
   * @throws ConflictException while assets use it
   */
  @Transactional
  public void delete(long id) {
    List<PaletteStore.User> users = palettes.users(row(id).id());
    if (!users.isEmpty()) {
      throw new ConflictException(
          "The palette is used by %s; let them use another one first."
              .formatted(
                  users.stream().map(PaletteStore.User::name).collect(Collectors.joining(", "))));
    }
    palettes.delete(id);
  }

  /**
   * Makes a palette what it is wanted to be, and every asset that uses it.
   *
   * @param version that the change is based on
   * @throws ConflictException when somebody else changed it meanwhile
   */
  @Transactional
  public void change(long id, int version, String name, List<WantedGroup> wanted) {
    row(id);
    checkSize(wanted.size());
    // First of all, because it holds the palette's row: what is read after it is as it will stay.
    if (!palettes.rename(id, version, checkedName(name))) {
      throw new ConflictException("The palette was changed by somebody else; look at it again.");
    }
    Map<Long, Group> present = new HashMap<>();
    palettes.groups(id).forEach(g -> present.put(g.id(), g.group()));
    List<Group> next = wanted.stream().map(w -> group(w, present.get(w.id()))).toList();
    new Palette(checkedName(name), next);
    Set<Long> gone = new HashSet<>(present.keySet());
    for (int i = 0; i < next.size(); i++) {
      WantedGroup w = wanted.get(i);
      if (gone.remove(w.id())) {
        palettes.changeGroup(w.id(), next.get(i), w.keepsColor());
      } else {
        palettes.addGroup(id, next.get(i), w.keepsColor());
      }
    }
    gone.forEach(palettes::removeGroup);
    palettes.users(id).forEach(asset -> use.follow(asset.id(), id));
  }

  private static Group group(WantedGroup wanted, Group present) {
    int color = Rgb.parse(wanted.color());
    Group made = Group.of(wanted.number(), wanted.name(), color);
    return new Group(
        made.number(),
        made.name().strip(),
        color,
        wanted.keywords() == null ? List.of() : wanted.keywords(),
        present == null
            ? ReadyLooks.of(
                made.name(), wanted.keywords() == null ? List.of() : wanted.keywords(), color)
            : present.look());
  }

  /**
   * Keeps a look in a group of an asset; where the group is a palette's, in the palette and so in every
   * asset that uses it.
   *
   * @param version of the group that the change is based on
   * @throws ConflictException when somebody else changed the group meanwhile
   */
  @Transactional
  public void changeLook(long assetId, long groupId, int version, Look look) {
    Long paletteGroup = groups.row(assetId, groupId).paletteGroupId();
    if (paletteGroup == null) {
      groups.changeLook(assetId, groupId, version, look);
      return;
    }
    // The palette's row before those of its assets, as every change of a palette does.
    long palette = palettes.lockOf(paletteGroup);
    if (groups.row(assetId, groupId).version() != version) {
      throw new ConflictException("The group was changed by somebody else; look at it again.");
    }
    palettes.setLook(paletteGroup, look);
    palettes.users(palette).forEach(asset -> use.follow(asset.id(), palette));
  }

  /** What is wrong with colours, whether or not they are kept already. */
  public PaletteCheck.Result check(List<WantedGroup> wanted) {
    checkSize(wanted.size());
    Set<Integer> locked = new HashSet<>();
    wanted.stream().filter(WantedGroup::keepsColor).forEach(w -> locked.add(w.number()));
    List<Group> judged = wanted.stream().map(w -> group(w, null)).toList();
    return PaletteCheck.of(judged, SheetImages.BACKGROUND, locked);
  }

  /** New colours for all groups whose colours are not locked, #RRGGBB by number. */
  public Map<Integer, String> proposeColors(List<WantedGroup> wanted) {
    checkSize(wanted.size());
    IntStream kept =
        wanted.stream().filter(WantedGroup::keepsColor).mapToInt(w -> Rgb.parse(w.color()));
    int[] locked = IntStream.concat(IntStream.of(SheetImages.BACKGROUND), kept).toArray();
    List<WantedGroup> free = wanted.stream().filter(w -> !w.keepsColor()).toList();
    int[] colors = ColorProposer.propose(locked, free.size());
    int[] before = free.stream().mapToInt(w -> Rgb.parse(w.color())).toArray();
    int[] dealt = ColorProposer.dealOut(colors, before);
    Map<Integer, String> out = new HashMap<>();
    for (int i = 0; i < dealt.length; i++) {
      out.put(free.get(i).number(), Rgb.toHex(dealt[i]));
    }
    return out;
  }

  private PaletteStore.PaletteRow row(long id) {
    return palettes.find(id).orElseThrow(() -> new NotFoundException("palette", id));
  }

  private static void checkSize(int groupCount) {
    if (groupCount > MAX_GROUPS) {
      throw new IllegalArgumentException("A palette has at most " + MAX_GROUPS + " groups.");
    }
  }

  private static String checkedName(String name) {
    if (name == null || name.isBlank() || name.length() > MAX_NAME) {
      throw new IllegalArgumentException(
          "A palette's name needs 1 to " + MAX_NAME + " characters.");
    }
    return name.strip();
  }
}
