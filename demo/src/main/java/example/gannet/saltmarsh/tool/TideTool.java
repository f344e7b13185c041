package example.gannet.saltmarsh.tool;

import example.gannet.saltmarsh.tides.Harbour;
import example.gannet.saltmarsh.tides.Harbours;
import example.gannet.saltmarsh.tides.TideJson;
import example.gannet.saltmarsh.tides.Turn;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Prints a day's high and low waters of a harbour. */
@Command(
    name = "saltmarsh-tides",
    mixinStandardHelpOptions = true,
    description = "Prints high and low waters of a harbour.")
public final class TideTool implements Callable<Integer> {
  @Parameters(
      index = "0",
      arity = "0..1",
      paramLabel = "HARBOUR",
      description = "Its id; without one all are listed.")
  private String harbour;

  @Option(
      names = "--day",
      paramLabel = "YYYY-MM-DD",
      description = "The day in UTC. Default: today.")
  private LocalDate day;

  @Option(names = "--json", description = "Print JSON.")
  private boolean json;

  public static void main(String[] args) {
    System.exit(new CommandLine(new TideTool()).execute(args));
  }

  @Override
  public Integer call() {
    Harbours harbours = Harbours.load();
    if (harbour == null) {
      harbours.all().forEach(h -> System.out.println(h.id() + "  " + h.name()));
      return 0;
    }
    Optional<Harbour> found = harbours.named(harbour);
    if (found.isEmpty()) {
      System.err.println("There is no harbour \"" + harbour + "\". Without a name all are listed.");
      return 1;
    }
    LocalDate wanted = day == null ? LocalDate.now(ZoneOffset.UTC) : day;
    if (json) {
      System.out.println(TideJson.of(found.get(), wanted));
    } else {
      print(found.get(), wanted);
    }
    return 0;
  }

  private static void print(Harbour harbour, LocalDate day) {
    System.out.println(harbour.name() + ", " + day + " (UTC)");
    for (Turn t : harbour.turns(day)) {
      String time = t.time().toString().substring(11, 16);
      System.out.println(
          String.format(
              Locale.ROOT,
              "  %s  %-4s  %.2f m",
              time,
              t.high() ? "high" : "low",
              t.heightMetres()));
    }
  }
}
