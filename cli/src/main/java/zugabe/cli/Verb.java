package zugabe.cli;

import java.io.IOException;
import picocli.CommandLine.Model.CommandSpec;

/** A command. */
interface Verb {
  String name();

  /** Options, parameters and help; made only when they are needed. */
  CommandSpec spec();

  /** Carries it out; returns the exit code. */
  int run(Given given) throws IOException;
}
