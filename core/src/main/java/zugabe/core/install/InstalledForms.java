package zugabe.core.install;

import java.util.ArrayList;
import java.util.List;
import zugabe.core.kind.Form;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Planned;
import zugabe.core.scripts.InstalledNames;

/** Forms that the application's identity takes where an archive is unpacked and installed. */
public final class InstalledForms {
  private static final String AS_WRITTEN = "app.version, as written";

  private final Identity app;
  private final TreePlan tree;
  private final InstalledNames names;
  private final List<Form> forms = new ArrayList<>();

  private InstalledForms(Planned d, TreePlan tree) {
    this.app = d.app();
    this.tree = tree;
    this.names = new InstalledNames(d.app(), d.programs());
  }

  /**
   * The forms.
   *
   * @param top the archive's folder
   */
  public static List<Form> of(Planned d, TreePlan tree, String top) {
    InstalledForms forms = new InstalledForms(d, tree);
    boolean isDerived = top.startsWith(d.app().fileName());
    forms.add("top folder", top, isDerived ? forms.shortFrom() + ", and app.version" : "file:");
    if (tree.install() && !d.programs().isEmpty()) {
      forms.installed();
    }
    return forms.forms;
  }

  private void add(String place, String form, String from) {
    forms.add(new Form(place, form, from));
  }

  private String shortFrom() {
    return app.shortNameFrom();
  }

  private void installed() {
    add("folder where it is installed", app.shortName(), shortFrom());
    add("record of what is installed", app.version(), AS_WRITTEN);
    names.commands().forEach(c -> add("command", c, "the program's name"));
    String idFrom = app.id().isPresent() ? "app.id" : "app.name, for want of app.id";
    if (isFor("linux")) {
      names.windows().forEach(w -> add("menu entry", names.entry(w) + ".desktop", idFrom));
      names.windows().forEach(w -> add("menu entry, Name", names.title(w), "app.name"));
    }
    for (var service : names.services()) {
      String unit = names.unit(service);
      String unitFrom = shortFrom() + ", and the program's name";
      if (isFor("linux")) {
        add("systemd unit", unit + ".service", unitFrom);
      }
      if (isFor("macos")) {
        add("launchd label", names.label(service), idFrom + ", and the unit's name");
      }
      if (isFor("windows")) {
        add("scheduled task", app.shortName() + "\\" + unit, unitFrom);
      }
    }
  }

  private boolean isFor(String system) {
    return tree.isFor(system);
  }
}
