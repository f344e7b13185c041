package zugabe.kinds.launcher;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Findings;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.jar.JarInspector;
import zugabe.core.sign.ProgramSignature;
import zugabe.formats.pe.PeReader;
import zugabe.formats.pe.ResourceReader;
import zugabe.formats.pe.Resources;
import zugabe.formats.zip.ZipListing;

/** Tells of a start program what it was told, and what its page of properties says. */
final class LauncherInspector {
  private static final int MOST_BYTES = 1 << 20;
  private static final int HEADER = 64;

  /** Where the fixed part of the version starts, and its first number in it. */
  private static final int NUMBERS = 40 + 8;

  private final Access access;
  private final List<ResourceReader.Item> items;

  private LauncherInspector(Access access, List<ResourceReader.Item> items) {
    this.access = access;
    this.items = items;
  }

  /** Its jar, and what is added to that; empty when it is no start program of ours. */
  static Optional<Inspection> inspect(String kind, Opened file, Findings findings)
      throws IOException {
    try (Access access = file.content().access()) {
      if (access.size() < HEADER || !PeReader.mayBePe(access.readFully(0, HEADER))) {
        return Optional.empty();
      }
      LauncherInspector inspector = new LauncherInspector(access, ResourceReader.read(access));
      Optional<byte[]> told = inspector.data(Resources.DATA);
      if (told.isEmpty()) {
        return Optional.empty();
      }
      if (lines(told.get()).stream().anyMatch(l -> l.startsWith("beside="))) {
        return Optional.of(
            inspector.added(told.get(), Inspection.of(kind, access.size(), Map.of(), List.of())));
      }
      Optional<ZipListing> jar = file.zip(findings).filter(JarInspector::isJar);
      return jar.isEmpty()
          ? Optional.empty()
          : Optional.of(
              inspector.added(told.get(), JarInspector.inspect(kind, file, jar.get(), findings)));
    } catch (MalformedException e) {
      // a program of somebody else's
      return Optional.empty();
    }
  }

  private Inspection added(byte[] told, Inspection jar) throws IOException {
    Map<String, String> start = new LinkedHashMap<>(jar.start());
    start.put("program", program());
    told(told, start);
    icons(start);
    Map<String, String> identity = new LinkedHashMap<>(jar.identity());
    version().ifPresent(v -> identity.put("properties", v));
    List<String> signers = ProgramSignature.signers(access);
    if (!signers.isEmpty()) {
      identity.put(
          "signed by", String.join("; ", signers) + " (zugabe verify tells whether it counts)");
    }
    return jar.withKind(jar.kind(), identity, start);
  }

  private Optional<byte[]> data(int type) throws IOException {
    for (ResourceReader.Item item : items) {
      if (item.type() == type && item.number() == 1 && item.size() <= MOST_BYTES) {
        return Optional.of(access.readFully(item.offset(), (int) item.size()));
      }
    }
    return Optional.empty();
  }

  private String program() throws IOException {
    var pe = PeReader.read(access);
    return "Windows, " + pe.machine() + ", " + pe.subsystem();
  }

  private static List<String> lines(byte[] data) {
    return List.of(new String(data, StandardCharsets.UTF_16LE).split("\0", -1));
  }

  private void told(byte[] data, Map<String, String> start) {
    List<String> places = new ArrayList<>();
    for (String line : lines(data)) {
      int equals = line.indexOf('=');
      String value = line.substring(equals + 1);
      switch (equals < 0 ? "" : line.substring(0, equals)) {
        case "seek" -> places.add(value);
        case "java.from" -> start.put("needs Java from", value);
        case "java.to" -> start.put("needs Java to", value);
        case "one" -> start.put("runs once", "for each " + value);
        case "beside" -> start.put("starts", value + ", in its folder or the one above");
        case "module" -> start.put("module", value);
        case "settings" -> start.put("settings", value);
        default -> {}
      }
    }
    start.put("looks for Java", String.join(", ", places));
  }

  private void icons(Map<String, String> start) throws IOException {
    Optional<byte[]> group = data(Resources.GROUP_ICON);
    if (group.isEmpty()) {
      return;
    }
    List<String> sides = new ArrayList<>();
    for (int at = 6; at + 14 <= group.get().length; at += 14) {
      int side = group.get()[at] & 0xFF;
      sides.add(String.valueOf(side == 0 ? 256 : side));
    }
    start.put("icon", String.join(", ", sides) + " pixels");
  }

  private Optional<String> version() throws IOException {
    Optional<byte[]> bytes = data(Resources.VERSION);
    if (bytes.isEmpty() || bytes.get().length < NUMBERS + 8) {
      return Optional.empty();
    }
    List<Integer> four = new ArrayList<>();
    for (int i : new int[] {2, 0, 6, 4}) {
      int at = NUMBERS + i;
      four.add((bytes.get()[at] & 0xFF) | (bytes.get()[at + 1] & 0xFF) << 8);
    }
    return Optional.of("version " + Properties.dotted(four));
  }
}
