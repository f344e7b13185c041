package example.gannet.saltmarsh.tides;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.LocalDate;

/** A day's tide as JSON. */
public final class TideJson {
  private TideJson() {}

  public static String of(Harbour harbour, LocalDate day) {
    StringWriter out = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(out).useDefaultPrettyPrinter()) {
      json.writeStartObject();
      json.writeStringField("harbour", harbour.id());
      json.writeStringField("day", day.toString());
      json.writeArrayFieldStart("turns");
      for (Turn t : harbour.turns(day)) {
        json.writeStartObject();
        json.writeStringField("kind", t.high() ? "high" : "low");
        json.writeStringField("time", t.time().toString());
        json.writeNumberField("heightMetres", Math.round(t.heightMetres() * 100) / 100.0);
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }
}
