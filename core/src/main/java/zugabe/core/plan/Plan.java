package zugabe.core.plan;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;

/**
 * What is to be made.
 *
 * @param folder the recipe's
 * @param app the identity
 * @param time of all entries
 * @param deliverables those asked for, in the recipe's order
 * @param allFiles file names of every deliverable of the recipe, asked for or not
 * @param allNames names of every deliverable of the recipe
 */
public record Plan(
    Path folder,
    Identity app,
    Instant time,
    List<Planned> deliverables,
    List<String> allFiles,
    List<String> allNames) {}
