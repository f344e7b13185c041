package example.gannet.saltmarsh.tides;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
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
    try (InputStream in = Harbours.class.getResourceAsStream("harbours.json");
        JsonParser json = new JsonFactory().createParser(in)) {
      json.nextToken();
      List<Harbour> harbours = new ArrayList<>();
      while (json.nextToken() != JsonToken.END_ARRAY) {
        harbours.add(harbour(json));
      }
      return new Harbours(harbours);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Harbour harbour(JsonParser json) throws IOException {
    String id = "";
    String name = "";
    double level = 0;
    List<Constituent> constituents = new ArrayList<>();
    while (json.nextToken() != JsonToken.END_OBJECT) {
      String key = json.currentName();
      json.nextToken();
      switch (key) {
        case "id" -> id = json.getText();
        case "name" -> name = json.getText();
        case "meanLevelMetres" -> level = json.getDoubleValue();
        default -> {
          while (json.nextToken() != JsonToken.END_ARRAY) {
            constituents.add(constituent(json));
          }
        }
      }
    }
    return new Harbour(id, name, level, List.copyOf(constituents));
  }

  private static Constituent constituent(JsonParser json) throws IOException {
    String name = "";
    double amplitude = 0;
    double phase = 0;
    double speed = 0;
    while (json.nextToken() != JsonToken.END_OBJECT) {
      String key = json.currentName();
      json.nextToken();
      switch (key) {
        case "name" -> name = json.getText();
        case "amplitudeMetres" -> amplitude = json.getDoubleValue();
        case "phaseDegrees" -> phase = json.getDoubleValue();
        default -> speed = json.getDoubleValue();
      }
    }
    return new Constituent(name, amplitude, phase, speed);
  }

  public List<Harbour> all() {
    return all;
  }

  public Optional<Harbour> named(String id) {
    return all.stream().filter(h -> h.id().equals(id)).findFirst();
  }
}
