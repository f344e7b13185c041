package zugabe.core.scripts;

import zugabe.core.plan.Program;
import zugabe.core.recipe.ProgramSpec.Folder;

/**
 * The part of a start script that goes to the folder in which a program starts, and hands its place
 * over: as a variable of the environment, and to Java as a system property.
 */
final class StartFolder {
  private static final String LIB = "lib/";

  private final String base;
  private final Program program;
  private final Places places;

  /**
   * @param base what the folder of data is named after
   */
  StartFolder(String base, Program program, Places places) {
    this.base = base;
    this.program = program;
    this.places = places;
  }

  private Folder folder() {
    return program.folder();
  }

  /** Where the program's own files lie below its installed place; empty for that place itself. */
  private String own() {
    String file = places.file();
    boolean grouped = program.file().isPresent() && places.inBin() && file.startsWith(LIB);
    return grouped ? file.substring(0, file.indexOf('/', LIB.length())) : "";
  }

  /** Lines of a POSIX shell, with a line end in front. */
  String sh() {
    if (folder() == Folder.HOME) {
      return "";
    }
    String own = own().isEmpty() ? "" : "/" + Words.quoted(own());
    String program = "\nPROGRAM_FOLDER=$here" + own + "\nexport PROGRAM_FOLDER\n";
    if (folder() == Folder.PROGRAM) {
      return program
          + "cd -- \"$PROGRAM_FOLDER\" || fail \"can't go to the folder $PROGRAM_FOLDER\"\n";
    }
    return program
        + """
          # Its data: where systemd keeps a service's, else where this system keeps a user's.
          if [ -n "${STATE_DIRECTORY:-}" ]; then
            DATA_FOLDER=${STATE_DIRECTORY%%:*}
          elif [ "$(uname -s)" = Darwin ]; then
            DATA_FOLDER=${HOME:-}/Library/'Application Support'/NAME
          elif [ -n "${XDG_DATA_HOME:-}${HOME:-}" ]; then
            DATA_FOLDER=${XDG_DATA_HOME:-$HOME/.local/share}/NAME
          else
            DATA_FOLDER=/var/lib/NAME
          fi
          export DATA_FOLDER
          mkdir -p -- "$DATA_FOLDER" && cd -- "$DATA_FOLDER" || fail "can't make the folder $DATA_FOLDER, or go to it"
          """
            .replace("NAME", Words.quoted(base));
  }

  /** Options for a Java runtime, inside the double quotes of {@code eval}; a space behind each. */
  String shOptions() {
    return switch (folder()) {
      case HOME -> "";
      case PROGRAM -> "\\\"-Dprogram.folder=\\$PROGRAM_FOLDER\\\" ";
      case DATA ->
          "\\\"-Dprogram.folder=\\$PROGRAM_FOLDER\\\" \\\"-Ddata.folder=\\$DATA_FOLDER\\\" ";
    };
  }

  /** Lines of a batch file. */
  String cmd() {
    if (folder() == Folder.HOME) {
      return "";
    }
    String own = own().isEmpty() ? "." : Words.windows(own());
    String program = "for %%h in (\"%HERE%" + own + "\") do set \"PROGRAM_FOLDER=%%~fh\"\n";
    if (folder() == Folder.PROGRAM) {
      return program + "cd /d \"%PROGRAM_FOLDER%\"\n";
    }
    // the account of the system itself is named after the machine
    return program
        + """
          set "DATA_FOLDER=%LOCALAPPDATA%\\NAME"
          if /i "%USERNAME%" == "%COMPUTERNAME%$" set "DATA_FOLDER=%ProgramData%\\NAME"
          if not exist "%DATA_FOLDER%\\" mkdir "%DATA_FOLDER%"
          if exist "%DATA_FOLDER%\\" goto there
          call :tell "can't make the folder %DATA_FOLDER%"
          exit /b 1
          :there
          cd /d "%DATA_FOLDER%"
          """
            .replace("NAME", Words.percent(base));
  }

  /** Options for a Java runtime, a space in front of each. */
  String cmdOptions() {
    return switch (folder()) {
      case HOME -> "";
      case PROGRAM -> " \"-Dprogram.folder=%PROGRAM_FOLDER%\"";
      case DATA -> " \"-Dprogram.folder=%PROGRAM_FOLDER%\" \"-Ddata.folder=%DATA_FOLDER%\"";
    };
  }
}
