package zugabe.core.plan;

import java.util.Optional;

/**
 * The application's identity as deliverables carry it.
 *
 * @param id reverse domain name
 * @param shortName what files are named after: the last part of the id, or the name
 * @param name as users see it
 * @param version as written in the recipe
 * @param maker who makes it
 * @param summary one line on what it does
 * @param contact who answers questions
 */
public record Identity(
    Optional<String> id,
    String shortName,
    String name,
    String version,
    Optional<String> maker,
    Optional<String> summary,
    Optional<String> homepage,
    Optional<String> contact)
    implements Digested {
  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("id", id)
        .text("short", shortName)
        .text("name", name)
        .text("version", version)
        .text("maker", maker)
        .text("summary", summary)
        .text("homepage", homepage)
        .text("contact", contact);
  }

  /** What a file of it is called, without an ending, when the recipe doesn't say. */
  public String fileName() {
    return shortName + "-" + version;
  }

  /** What {@link #shortName} is made of, for users. */
  public String shortNameFrom() {
    return id.isPresent() ? "the last part of app.id" : "app.name";
  }
}
