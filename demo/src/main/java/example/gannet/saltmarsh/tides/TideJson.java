package example.gannet.saltmarsh.tides;

import com.google.gson.GsonBuilder;
import com.google.gson.JsonArray;
import com.google.gson.JsonObject;
import java.time.LocalDate;

/** A day's tide as JSON. */
public final class TideJson {
  private TideJson() {}

  public static String of(Harbour harbour, LocalDate day) {
    JsonObject o = new JsonObject();
    o.addProperty("harbour", harbour.id());
    o.addProperty("day", day.toString());
    JsonArray turns = new JsonArray();
    for (Turn t : harbour.turns(day)) {
      JsonObject turn = new JsonObject();
      turn.addProperty("kind", t.high() ? "high" : "low");
      turn.addProperty("time", t.time().toString());
      turn.addProperty("heightMetres", Math.round(t.heightMetres() * 100) / 100.0);
      turns.add(turn);
    }
    o.add("turns", turns);
    return new GsonBuilder().setPrettyPrinting().create().toJson(o);
  }
}
