#include "start.h"

static DWORD whole(void) {
  struct java java = {0};
  DWORD code = 0;
  if (!data_open() || !place_find()) {
    say_failure(L"This program is damaged. Get it anew from where it came from.");
    return CODE_DAMAGED;
  }
  say_log(L"program: ", place.program.at);
  if (!place_beside()) {
    say_missing();
    return CODE_MISSING;
  }
  place_settings();
  if (!one_enter(&code)) {
    return code;
  }
  if (!settings_read()) {
    return CODE_SETTINGS;
  }
  if (!seek_java(&java)) {
    say_no_java();
    return CODE_NO_JAVA;
  }
  return run(&java);
}

/* Where the system starts. */
void begin(void) {
  /* libraries are the system's own, wherever this file lies and whoever starts it */
  SetDefaultDllDirectories(LOAD_LIBRARY_SEARCH_SYSTEM32);
  SetDllDirectoryW(L"");
  SetErrorMode(SEM_FAILCRITICALERRORS | SEM_NOOPENFILEERRORBOX);
  say_open();
  ExitProcess(whole());
}
