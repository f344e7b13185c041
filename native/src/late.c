#include "start.h"

/* Whatever is asked for here every system has; one without couldn't have started this program. */
void *late(const WCHAR *library, const char *name) {
  HMODULE loaded = LoadLibraryExW(library, NULL, LOAD_LIBRARY_SEARCH_SYSTEM32);
  FARPROC found = loaded == NULL ? NULL : GetProcAddress(loaded, name);
  if (found == NULL) {
    ExitProcess(CODE_DAMAGED);
  }
  return (void *)(ULONG_PTR)found;
}
