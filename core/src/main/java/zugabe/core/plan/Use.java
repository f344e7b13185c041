package zugabe.core.plan;

import java.util.Set;

/** How a part of a deliverable is used where it goes. */
public enum Use {
  /** A Java runtime loads it from a jar. */
  LOADED,
  /** A servlet container loads it; a Java runtime may start it as well. */
  SERVED,
  /** Start scripts start it where it was unpacked. */
  UNPACKED,
  /** The same, and scripts install it. */
  INSTALLED,
  /** Files that lie as they are, for whatever reads them. */
  CARRIED,
  /** An Erlang/OTP loads it. */
  APPLICATIONS;

  /** What of a group of materials goes along; the rest of it stays behind. */
  public Set<Section> sections() {
    return switch (this) {
      case LOADED -> Set.of(Section.OWN, Section.LIBRARIES, Section.NATIVES);
      case SERVED -> Set.of(Section.OWN, Section.LIBRARIES, Section.WEB);
      case UNPACKED, INSTALLED ->
          Set.of(Section.OWN, Section.OWN_FOR, Section.LIBRARIES, Section.NATIVES);
      case CARRIED -> Set.of(Section.OWN, Section.OWN_FOR, Section.LIBRARIES);
      case APPLICATIONS -> Set.of(Section.APPLICATIONS);
    };
  }

  /** The keys of a group of materials. */
  public enum Section {
    OWN("own"),
    OWN_FOR("own-for"),
    WEB("web"),
    APPLICATIONS("applications"),
    LIBRARIES("libraries"),
    NATIVES("natives");

    private final String key;

    Section(String key) {
      this.key = key;
    }

    public String key() {
      return key;
    }
  }
}
