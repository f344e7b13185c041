package zugabe.core.finding;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * Collects findings, each once. Safe for use by several threads; the result's order doesn't depend
 * on them.
 */
public final class Findings {
  /**
   * By what tells them apart; a record's own hash code is slow to link at a short command's start.
   */
  private final Map<String, Finding> all = new LinkedHashMap<>();

  /** Adds a finding of the code's own severity. */
  public void add(Code code, Where where, String what, String fix) {
    add(new Finding(code, code.severity(), where, what, code.why(), fix));
  }

  public synchronized void add(Finding finding) {
    all.putIfAbsent(
        finding.code().name() + '\n' + finding.where().text() + '\n' + finding.what(), finding);
  }

  public void addAll(Collection<Finding> findings) {
    findings.forEach(this::add);
  }

  /** Puts another finding in the place of each. */
  public synchronized void rewrite(UnaryOperator<Finding> change) {
    all.replaceAll((key, finding) -> change.apply(finding));
  }

  /** Errors first, then by place. */
  public synchronized List<Finding> sorted() {
    List<Finding> list = new ArrayList<>(all.values());
    list.sort(Findings::compare);
    return List.copyOf(list);
  }

  public synchronized boolean hasErrors() {
    return all.values().stream().anyMatch(f -> f.severity() == Severity.ERROR);
  }

  /** By hand: comparators that are put together take a short command a while to link. */
  private static int compare(Finding a, Finding b) {
    Where x = a.where();
    Where y = b.where();
    int[] order = {
      a.severity().compareTo(b.severity()),
      x.file().compareTo(y.file()),
      Integer.compare(x.line(), y.line()),
      Integer.compare(x.column(), y.column()),
      x.entry().compareTo(y.entry()),
      Long.compare(x.offset(), y.offset()),
      a.code().name().compareTo(b.code().name()),
      a.what().compareTo(b.what())
    };
    for (int one : order) {
      if (one != 0) {
        return one;
      }
    }
    return 0;
  }
}
