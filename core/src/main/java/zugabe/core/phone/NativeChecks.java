package zugabe.core.phone;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import zugabe.bytes.Access;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.OwnFile;
import zugabe.formats.elf.Elf;
import zugabe.formats.elf.ElfPages;
import zugabe.formats.elf.ElfReader;

/** What is wrong with the native libraries of an application for phones. */
final class NativeChecks {
  private static final Map<String, String> PROCESSORS =
      Map.of(
          "armeabi-v7a", "arm",
          "arm64-v8a", "arm64",
          "x86", "x86",
          "x86_64", "x86-64",
          "riscv64", "riscv");

  /** Of the platform, for everybody (Android NDK, "Native APIs"). */
  static final Set<String> PLATFORM =
      Set.of(
          "libEGL.so",
          "libGLESv1_CM.so",
          "libGLESv2.so",
          "libGLESv3.so",
          "libOpenMAXAL.so",
          "libOpenSLES.so",
          "libaaudio.so",
          "libamidi.so",
          "libandroid.so",
          "libbinder_ndk.so",
          "libc.so",
          "libcamera2ndk.so",
          "libdl.so",
          "libicu.so",
          "libjnigraphics.so",
          "liblog.so",
          "libm.so",
          "libmediandk.so",
          "libnativehelper.so",
          "libnativewindow.so",
          "libneuralnetworks.so",
          "libstdc++.so",
          "libsync.so",
          "libvulkan.so",
          "libz.so");

  private static final long PAGES = 16384;

  private final Map<String, List<OwnFile>> natives;
  private final Where where;
  private final Findings findings;

  NativeChecks(Map<String, List<OwnFile>> natives, Where where, Findings findings) {
    this.natives = natives;
    this.where = where;
    this.findings = findings;
  }

  /** A library's name. */
  static String name(OwnFile file) {
    return file.path().substring(file.path().lastIndexOf('/') + 1);
  }

  void run() throws IOException {
    Map<String, Set<String>> by = new LinkedHashMap<>();
    for (Map.Entry<String, List<OwnFile>> abi : natives.entrySet()) {
      Set<String> names = by.computeIfAbsent(abi.getKey(), a -> new HashSet<>());
      abi.getValue().forEach(f -> names.add(name(f)));
      for (OwnFile file : abi.getValue()) {
        library(abi.getKey(), file, names);
      }
    }
    differ(by);
    if (!by.isEmpty() && by.keySet().stream().noneMatch(a -> a.startsWith("arm"))) {
      findings.add(
          PhoneCode.Z5308,
          where,
          "Its native libraries are for "
              + String.join(", ", by.keySet())
              + " only, and nearly all phones have arm64-v8a.",
          "Add them for arm64-v8a, unless it is for other devices.");
    }
    boolean small = by.containsKey("armeabi-v7a") && !by.containsKey("arm64-v8a");
    if (small || (by.containsKey("x86") && by.size() == 1)) {
      findings.add(
          PhoneCode.Z5308,
          where,
          "Its native libraries are for processors of 32 bits only.",
          "Add them for arm64-v8a: stores want that, and newer phones start nothing else.");
    }
  }

  private void differ(Map<String, Set<String>> by) {
    Set<String> all = new HashSet<>();
    by.values().forEach(all::addAll);
    for (Map.Entry<String, Set<String>> abi : by.entrySet()) {
      Set<String> missing = new TreeSet<>(all);
      missing.removeAll(abi.getValue());
      if (!missing.isEmpty()) {
        findings.add(
            PhoneCode.Z5308,
            where,
            "For " + abi.getKey() + " there is no " + String.join(", no ", missing) + ".",
            "Build them for each kind of processor, or leave " + abi.getKey() + " out.");
      }
    }
  }

  private void library(String abi, OwnFile file, Set<String> beside) throws IOException {
    Where at = Where.file(file.file().name());
    try (Access access = file.file().access()) {
      Elf elf = ElfReader.read(access);
      String wanted = PROCESSORS.get(abi);
      if (!elf.machine().equals(wanted)) {
        findings.add(
            PhoneCode.Z5307,
            at,
            "It is for " + elf.machine() + ", and stands under " + abi + ".",
            "Put each library under its own kind of processor.");
      }
      if (!name(file).startsWith("lib") || !name(file).endsWith(".so")) {
        findings.add(
            PhoneCode.Z5307,
            at,
            "Phones load only libraries whose names are of the form libNAME.so.",
            "Rename it, or put it among assets.");
      }
      needed(elf, at, beside);
      long pages = ElfPages.of(access);
      if (elf.bits() == 64 && pages > 0 && pages < PAGES) {
        findings.add(
            PhoneCode.Z5317,
            at,
            "It is linked for pages of " + pages + " bytes.",
            "Link it with -Wl,-z,max-page-size=16384.");
      }
    } catch (MalformedException e) {
      findings.add(
          PhoneCode.Z5307,
          at,
          "It isn't a native library: " + e.getMessage() + ".",
          "Name libraries by natives:, other files by assets:.");
    }
  }

  private void needed(Elf elf, Where at, Set<String> beside) {
    List<String> missing = new ArrayList<>();
    for (String one : elf.needed()) {
      if (!beside.contains(one) && !PLATFORM.contains(one)) {
        missing.add(one);
      }
    }
    if (!missing.isEmpty()) {
      findings.add(
          PhoneCode.Z5316,
          at,
          "It needs "
              + String.join(" and ", missing)
              + ", which neither lies beside it nor is the platform's.",
          "Add it for the same kind of processor, or link it in.");
    }
  }
}
