package zugabe.core.links;

import java.util.List;
import java.util.Optional;
import zugabe.core.materials.Materials;

/**
 * What following a program's links told.
 *
 * @param newest the highest class-file version of the classes that it doesn't do without
 */
public record Followed(List<Missing> missing, Optional<Materials.Highest> newest) {}
