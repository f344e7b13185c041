package zugabe.inner;

import java.lang.instrument.Instrumentation;

/**
 * What the jar answers when it is given as {@code -javaagent}: its classes lie where an agent's
 * can't be found.
 */
public final class NotAnAgent {
  private NotAnAgent() {}

  public static void premain(String arguments, Instrumentation instrumentation) {
    System.err.println(
        "This jar carries its libraries inside and is started with java -jar; it can't be used as a -javaagent.");
    System.exit(1);
  }
}
