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
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.formats.pe.PeReader;
import zugabe.formats.pe.ResourceReader;
import zugabe.formats.pe.Resources;

/** Tells of a start program what it was told, and what its page of properties says. */
final class LauncherInspector {
  private static final int MOST_BYTES = 1 << 20;

  /** Where the fixed part of the version starts, and its first number in it. */
  private static final int NUMBERS = 40 + 8;

  private final Access access;
  private final List<ResourceReader.Item> items;

  private LauncherInspector(Access access, List<ResourceReader.Item> items) {
    this.access = access;
    this.items = items;
  }

  /** What is added to what is known of its jar; empty when it is no start program of ours. */
  static Optional<Inspection> inspect(String kind, Opened file, Inspection jar) throws IOException {
    try (Access access = file.content().access()) {
      if (access.size() < 64 || !PeReader.mayBePe(access.readFully(0, 64))) {
        return Optional.empty();
      }
      LauncherInspector inspector = new LauncherInspector(access, ResourceReader.read(access));
      Optional<byte[]> told = inspector.data(Resources.DATA);
      if (told.isEmpty()) {
        return Optional.empty();
      }
      Map<String, String> start = new LinkedHashMap<>(jar.start());
      start.put("program", inspector.program());
      inspector.told(told.get(), start);
      inspector.icons(start);
      Map<String, String> identity = new LinkedHashMap<>(jar.identity());
      inspector.version().ifPresent(v -> identity.put("properties", v));
      return Optional.of(jar.withKind(kind, identity, start));
    } catch (MalformedException e) {
      // something else with a jar behind it
      return Optional.empty();
    }
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

  private void told(byte[] data, Map<String, String> start) {
    List<String> places = new ArrayList<>();
    for (String line : new String(data, StandardCharsets.UTF_16LE).split("\0", -1)) {
      int equals = line.indexOf('=');
      String value = line.substring(equals + 1);
      switch (equals < 0 ? "" : line.substring(0, equals)) {
        case "seek" -> places.add(value);
        case "java.from" -> start.put("needs Java from", value);
        case "java.to" -> start.put("needs Java to", value);
        case "one" -> start.put("runs once", "for each " + value);
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
