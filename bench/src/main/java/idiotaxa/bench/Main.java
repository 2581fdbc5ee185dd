package idiotaxa.bench;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** {@code ./idiotaxa bench [NAME]}: runs one benchmark, or all, and prints Markdown tables. */
public final class Main {
  /** A named benchmark. */
  interface Benchmark {
    void run() throws Exception;
  }

  /** Makes a file rather than measure, so that it runs only when it is named. */
  private static final String COLOR_TABLE = "color-table";

  /** Needs a running application, which it fills. */
  private static final String STUDIO = "studio";

  private Main() {}

  public static void main(String[] args) throws Exception {
    Map<String, Benchmark> all = new LinkedHashMap<>();
    all.put("bake", new BakeBench());
    all.put("warm", new WarmBench());
    all.put("gaps", new GapBench());
    all.put("memory", new MemoryBench());
    all.put("rays", new RayBench());
    all.put("agreement", new AgreementBench());
    all.put("read", new ReadBench());
    all.put("mutations", new MutationBench());
    all.put("dear", new DearBench());
    all.put("unwrap", new UnwrapBench());
    all.put("sort", new SortBench());
    all.put("known", new KnownBench());
    all.put("spread", new SpreadBench());
    all.put("hidden", new HiddenBench());
    all.put("carry", new CarryBench());
    all.put("masks", new MaskBench());
    all.put("handoff", new HandoffBench());
    all.put("colors", new ColorBench());
    all.put(COLOR_TABLE, new ColorTable());
    all.put(STUDIO, new StudioBench());
    if (args.length > 1 || (args.length == 1 && !all.containsKey(args[0]))) {
      System.err.println("usage: ./idiotaxa bench [" + String.join(" | ", all.keySet()) + "]");
      System.exit(2);
    }
    Machine.print();
    for (Map.Entry<String, Benchmark> entry : all.entrySet()) {
      boolean isMeant =
          args.length == 0 ? !List.of(COLOR_TABLE, STUDIO).contains(entry.getKey()) : args[0].equals(entry.getKey());
      if (isMeant) {
        entry.getValue().run();
      }
    }
  }
}
