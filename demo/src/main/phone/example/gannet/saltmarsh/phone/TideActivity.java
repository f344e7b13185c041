package example.gannet.saltmarsh.phone;

import android.app.Activity;
import android.os.Bundle;
import android.widget.ArrayAdapter;
import android.widget.ListView;

/** The phone companion's screen: the harbours whose tides are known. */
public final class TideActivity extends Activity {
  @Override
  protected void onCreate(Bundle state) {
    super.onCreate(state);
    setContentView(R.LAYOUT_TIDES);
    String[] harbours = getResources().getStringArray(R.ARRAY_HARBOURS);
    setTitle(
        getResources().getQuantityString(R.PLURALS_HARBOURS, harbours.length, harbours.length));
    ListView list = (ListView) findViewById(R.ID_LIST);
    list.setAdapter(
        new ArrayAdapter<String>(this, android.R.layout.simple_list_item_1, harbours));
  }
}
