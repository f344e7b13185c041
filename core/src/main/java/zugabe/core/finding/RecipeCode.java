package zugabe.core.finding;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

/** What is wrong with a recipe, as a text and as a whole. */
public enum RecipeCode implements Code {
  Z1001(ERROR, Basis.RECIPE, "The recipe can't be parsed", "Nothing can be planned from it."),
  Z1002(ERROR, Basis.RECIPE, "Unknown key", "A misspelt key would silently change nothing."),
  Z1003(ERROR, Basis.RECIPE, "Wrong type of value", "The value can't be understood as it stands."),
  Z1004(ERROR, Basis.RECIPE, "Missing value", "Without it no plan can be made."),
  Z1005(
      ERROR,
      Basis.RECIPE,
      "Key given twice",
      "Only one of the two could count, and nobody would know which."),
  Z1006(ERROR, Basis.RECIPE, "Unknown variable", "The text would come out with a hole in it."),
  Z1007(
      ERROR,
      Basis.RECIPE,
      "Braces without quotes",
      "YAML reads an unquoted { as the start of a mapping, not as a variable."),
  Z1008(
      ERROR, Basis.RECIPE, "Value not allowed", "The value has a meaning only in the stated form."),
  Z1009(
      ERROR,
      Basis.RECIPE,
      "Anchor or alias",
      "A recipe says each thing once, where it is read; references hide what counts."),
  Z1010(
      ERROR,
      Basis.RECIPE,
      "Name not defined",
      "The recipe refers to something that it doesn't define."),
  Z1011(ERROR, Basis.RECIPE, "Override can't be applied", "It would have no effect."),
  Z1012(ERROR, Basis.RECIPE, "No recipe", "Without a recipe there is nothing to do."),
  Z1013(ERROR, Basis.RECIPE, "Two deliverables, one file", "The second would overwrite the first."),
  // Z1014 is retired: it told of what a version couldn't do yet
  Z1015(
      ERROR,
      Basis.RECIPE,
      "Secret in the recipe",
      "Everybody who can read the recipe could read it."),
  Z1016(
      ERROR, Basis.RECIPE, "Variables refer to each other", "The text would never come to an end."),
  Z1017(ERROR, Basis.RECIPE, "Deliverables hold each other", "None of them could be made first."),
  Z1018(
      ERROR,
      Basis.RECIPE,
      "Can't be accepted",
      "What it reports prevents the build, whatever the recipe says."),
  Z1019(
      WARNING, Basis.RECIPE, "No longer accepted", "What was accepted for some time counts again."),
  Z1020(
      NOTE,
      Basis.RECIPE,
      "Accepted, but gone",
      "An acceptance that nothing needs would hide the same fault when it comes back."),
  Z1021(
      ERROR,
      Basis.RECIPE,
      "Key of another kind",
      "It would silently change nothing for what is made here."),
  Z1022(NOTE, Basis.INPUT, "Key has no effect", "Somebody may rely on it.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  RecipeCode(Severity severity, Basis basis, String title, String why) {
    this.severity = severity;
    this.basis = basis;
    this.title = title;
    this.why = why;
  }

  @Override
  public Facts facts() {
    return new Facts(severity, basis, title, why);
  }
}
