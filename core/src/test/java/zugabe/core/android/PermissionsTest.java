package zugabe.core.android;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.testng.annotations.Test;

/** The table of the platform's permissions. */
public final class PermissionsTest {
  private static final String INTERNET = "android.permission.INTERNET";

  @Test
  public void whoGetsThem() {
    Permissions known = Permissions.known();
    assertThat(known.level()).isEqualTo(Interfaces.HIGHEST);
    assertThat(known.who(INTERNET)).contains(Permissions.Who.APP);
    assertThat(known.who("android.permission.CAMERA")).contains(Permissions.Who.APP);
    assertThat(known.who("android.permission.SYSTEM_ALERT_WINDOW")).contains(Permissions.Who.USER);
    assertThat(known.who("android.permission.REBOOT")).contains(Permissions.Who.SYSTEM);
    assertThat(known.who("example.gannet.permission.FLY")).isEmpty();
    assertThat(known.names()).hasSizeGreaterThan(1000).contains(INTERNET);
    assertThat(known.features()).hasSizeGreaterThan(150).contains("android.hardware.camera.any");
  }

  @Test
  public void whatCallsNeed() {
    Permissions known = Permissions.known();
    assertThat(known.needs("Landroid/os/Vibrator;", "vibrate(J)V"))
        .contains(new Permissions.Needs(false, List.of("android.permission.VIBRATE")));
    assertThat(known.needs("Ljava/net/Socket;", "<init>()V"))
        .contains(new Permissions.Needs(false, List.of(INTERNET)));
    // conditional in the platform's own words, and hidden
    assertThat(
            known.needs("Landroid/app/AlarmManager;", "setExact(IJLandroid/app/PendingIntent;)V"))
        .isEmpty();
    assertThat(known.needs("Landroid/os/Vibrator;", "cancel(Z)V")).isEmpty();
  }
}
