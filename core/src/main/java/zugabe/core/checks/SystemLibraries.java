package zugabe.core.checks;

import java.util.Locale;
import java.util.Set;
import zugabe.bytes.Regex;

/**
 * Shared libraries that every system of a kind has: those of the C and C++ runtimes on Linux (LSB
 * Core, the libraries of GCC), the folders of the system on macOS, and what Windows 10 brings.
 */
final class SystemLibraries {
  private static final String LINUX =
      "(ld-linux.*|ld-musl.*|linux-vdso.*|lib(c|m|dl|rt|pthread|util|resolv|nsl|anl|crypt|mvec|gcc_s|stdc\\+\\+|atomic)\\.so(\\.\\d+)?|libc\\.musl.*)";
  private static final String WINDOWS_SETS =
      "(api-ms-win-|ext-ms-|d3d|dxgi|mf|kernel|ntdll|ws2_|win|wlan|msvcrt\\.|usp10|hid).*";
  private static final Set<String> WINDOWS =
      Set.of(
          "user32.dll",
          "gdi32.dll",
          "gdiplus.dll",
          "advapi32.dll",
          "shell32.dll",
          "shlwapi.dll",
          "ole32.dll",
          "oleaut32.dll",
          "comctl32.dll",
          "comdlg32.dll",
          "ucrtbase.dll",
          "bcrypt.dll",
          "bcryptprimitives.dll",
          "ncrypt.dll",
          "crypt32.dll",
          "version.dll",
          "imm32.dll",
          "setupapi.dll",
          "userenv.dll",
          "rpcrt4.dll",
          "iphlpapi.dll",
          "dwmapi.dll",
          "dwrite.dll",
          "d2d1.dll",
          "uxtheme.dll",
          "opengl32.dll",
          "glu32.dll",
          "mpr.dll",
          "netapi32.dll",
          "psapi.dll",
          "dbghelp.dll",
          "secur32.dll",
          "dnsapi.dll",
          "powrprof.dll",
          "propsys.dll",
          "cfgmgr32.dll",
          "pdh.dll",
          "urlmon.dll",
          "wtsapi32.dll",
          "authz.dll",
          "credui.dll",
          "normaliz.dll",
          "oleacc.dll",
          "msimg32.dll",
          "mscoree.dll",
          "avrt.dll",
          "shcore.dll",
          "dsound.dll",
          "ddraw.dll",
          "msi.dll",
          "odbc32.dll",
          "wsock32.dll",
          "cabinet.dll",
          "fwpuclnt.dll",
          "mswsock.dll");

  private SystemLibraries() {}

  /**
   * Whether a system brings a library.
   *
   * @param form of the file that is linked to it: ELF, PE or Mach-O
   */
  static boolean brings(String form, String library) {
    String name = library.toLowerCase(Locale.ROOT);
    return switch (form) {
      case "ELF" -> Regex.matches(library, LINUX);
      case "PE" -> WINDOWS.contains(name) || Regex.matches(name, WINDOWS_SETS);
      default -> library.startsWith("/usr/lib/") || library.startsWith("/System/Library/");
    };
  }
}
