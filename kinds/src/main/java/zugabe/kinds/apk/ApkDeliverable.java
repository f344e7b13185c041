package zugabe.kinds.apk;

import java.util.List;
import zugabe.core.phone.PhoneApp;
import zugabe.core.phone.Sources;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * What only this kind knows of a package.
 *
 * @param processors one for each file; nothing for a file that serves all
 * @param signed whether a key signs it
 */
record ApkDeliverable(
    String file, List<String> processors, boolean signed, Sources sources, PhoneApp.Said said)
    implements Digested {
  static final String ENDING = ".apk";

  /** The name of the file for one kind of processor. */
  static String file(String name, String processor) {
    return processor.isEmpty()
        ? name
        : name.substring(0, name.length() - ENDING.length()) + "-" + processor + ENDING;
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("file", file)
        .texts("processors", processors)
        .text("signed", signed)
        .part("sources", sources)
        .part("target", said.target())
        .part("declares", said.declares())
        .part("shown", said.shown());
  }

  /** The table of its resources' numbers, beside the package. */
  static String numbers(String file) {
    return file.substring(0, file.length() - ENDING.length()) + ".numbers.txt";
  }
}
