package zugabe.core.links;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Future;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;
import zugabe.core.work.Workers;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.ClassLinks;
import zugabe.formats.classfile.LinkReader;
import zugabe.formats.classfile.UnreadableClassException;

/**
 * What was read for one program and serves the next. Links of the classes that were read first are
 * let go when they take too much memory, and read again if somebody comes back to them.
 */
final class ClassShelf {
  /** Classes that a worker takes at once. */
  private static final int BATCH = 16;

  /** This part of the memory is for links. */
  private static final int ROOM_PART = 8;

  private final Workers workers;
  private final Names names = new Names();
  private final Map<Integer, PlatformTable> platforms = new HashMap<>();
  private PlatformTable servers;
  private final IdentityHashMap<Content, Optional<Parsed>> classes = new IdentityHashMap<>();
  private final Deque<Parsed> holding = new ArrayDeque<>();
  private final long room = Runtime.getRuntime().maxMemory() / ROOM_PART;
  private long held;

  ClassShelf(Workers workers) {
    this.workers = workers;
  }

  Names names() {
    return names;
  }

  PlatformTable platform(int java) throws IOException {
    PlatformTable known = platforms.get(java);
    if (known == null) {
      known = PlatformTable.of(java);
      platforms.put(java, known);
    }
    return known;
  }

  PlatformTable servers() throws IOException {
    if (servers == null) {
      servers = PlatformTable.ofServers();
    }
    return servers;
  }

  /** A class; empty when it can't be read. */
  Optional<Parsed> get(Content content) throws IOException {
    Optional<Parsed> known = classes.get(content);
    if (known == null) {
      known = parse(content);
      add(content, known);
    }
    return known;
  }

  /** Classes that are being read. */
  final class Fetching {
    private final List<List<Content>> batches = new ArrayList<>();
    private final List<Future<List<Optional<Parsed>>>> parsed = new ArrayList<>();

    /** Waits until they are there. */
    void end() throws IOException {
      for (int i = 0; i < batches.size(); i++) {
        List<Optional<Parsed>> all = Workers.take(parsed.get(i));
        for (int j = 0; j < all.size(); j++) {
          // somebody may have needed it at once
          if (!classes.containsKey(batches.get(i).get(j))) {
            add(batches.get(i).get(j), all.get(j));
          }
        }
      }
    }
  }

  /** Begins to read several classes, if they aren't there yet. */
  Fetching fetch(Collection<Content> contents) {
    List<Content> fresh = contents.stream().filter(c -> !classes.containsKey(c)).toList();
    Fetching fetching = new Fetching();
    for (int i = 0; i < fresh.size(); i += BATCH) {
      List<Content> batch = fresh.subList(i, Math.min(i + BATCH, fresh.size()));
      fetching.batches.add(batch);
      fetching.parsed.add(workers.submit(() -> parse(batch)));
    }
    return fetching;
  }

  private List<Optional<Parsed>> parse(List<Content> batch) throws IOException {
    List<Optional<Parsed>> parsed = new ArrayList<>(batch.size());
    for (Content content : batch) {
      parsed.add(parse(content));
    }
    return parsed;
  }

  private void add(Content content, Optional<Parsed> parsed) {
    classes.put(content, parsed);
    parsed.ifPresent(this::hold);
  }

  private void hold(Parsed fresh) {
    holding.add(fresh);
    held += fresh.bytes();
    while (held > room && holding.size() > 1) {
      Parsed oldest = holding.remove();
      held -= oldest.bytes();
      oldest.letGo();
    }
  }

  /** Makes sure that a class has its links at hand. */
  void refresh(Parsed parsed, Content content) throws IOException {
    if (!parsed.holdsLinks()) {
      Optional<ClassLinks> again = read(content);
      if (again.isEmpty()) {
        throw new ContentChangedException("a class", "it could be read before");
      }
      parsed.hold(again.get(), names);
      hold(parsed);
    }
  }

  private Optional<Parsed> parse(Content content) throws IOException {
    return read(content).map(l -> new Parsed(l, names));
  }

  private static Optional<ClassLinks> read(Content content) throws IOException {
    if (content.size() > ClassFacts.MAX_BYTES) {
      return Optional.empty();
    }
    try (InputStream in = content.open()) {
      return Optional.of(LinkReader.read(in.readAllBytes()));
    } catch (UnreadableClassException e) {
      // told where classes are looked at one by one
      return Optional.empty();
    }
  }
}
