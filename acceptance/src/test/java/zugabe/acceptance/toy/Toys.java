package zugabe.acceptance.toy;

import java.util.ArrayList;
import java.util.List;
import zugabe.core.kind.Registry;
import zugabe.core.kind.Registry.Line;
import zugabe.kinds.Kinds;

/** A registry with one line more. */
public final class Toys {
  private Toys() {}

  public static Registry registry() {
    Registry known = Kinds.registry();
    List<Line> lines = new ArrayList<>(List.of(new Line(ChestKind.NAME, ChestKind::new)));
    known.names().forEach(name -> lines.add(new Line(name, () -> known.of(name))));
    return new Registry(lines);
  }
}
