package example.gannet.saltmarsh.tides;

import com.google.gson.JsonArray;
import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The harbours there are. */
public final class Harbours {
  private final List<Harbour> all;

  private Harbours(List<Harbour> all) {
    this.all = List.copyOf(all);
  }

  /** Reads the harbours that come with the program. */
  public static Harbours load() {
    try (InputStream in = Harbours.class.getResourceAsStream("harbours.json")) {
      JsonArray array =
          JsonParser.parseReader(new InputStreamReader(in, StandardCharsets.UTF_8))
              .getAsJsonArray();
      List<Harbour> harbours = new ArrayList<>();
      array.forEach(e -> harbours.add(harbour(e.getAsJsonObject())));
      return new Harbours(harbours);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Harbour harbour(JsonObject o) {
    List<Constituent> parts = new ArrayList<>();
    for (JsonElement e : o.getAsJsonArray("constituents")) {
      JsonObject c = e.getAsJsonObject();
      parts.add(
          new Constituent(
              c.get("name").getAsString(),
              c.get("amplitudeMetres").getAsDouble(),
              c.get("phaseDegrees").getAsDouble(),
              c.get("degreesPerHour").getAsDouble()));
    }
    return new Harbour(
        o.get("id").getAsString(),
        o.get("name").getAsString(),
        o.get("meanLevelMetres").getAsDouble(),
        List.copyOf(parts));
  }

  public List<Harbour> all() {
    return all;
  }

  public Optional<Harbour> named(String id) {
    return all.stream().filter(h -> h.id().equals(id)).findFirst();
  }
}
