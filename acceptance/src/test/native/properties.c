/* Reads a program's properties and icons by the system's own interface, and prints them. */
#include <windows.h>
#include <stdio.h>

static BOOL CALLBACK group(HMODULE module, LPCWSTR type, LPWSTR name, LONG_PTR with) {
  HRSRC found = FindResourceW(module, name, type);
  const unsigned char *bytes = LockResource(LoadResource(module, found));
  int count = bytes[4];
  for (int i = 0; i < count; i++) {
    const unsigned char *entry = bytes + 6 + 14 * i;
    int side = entry[0] == 0 ? 256 : entry[0];
    HICON icon = LoadImageW(module, name, IMAGE_ICON, side, side, 0);
    printf("icon %d %s\n", side, icon ? "loaded" : "not loaded");
  }
  (void)with;
  return TRUE;
}

int wmain(int count, wchar_t **arguments) {
  DWORD none;
  DWORD size = GetFileVersionInfoSizeW(arguments[1], &none);
  void *all = malloc(size);
  VS_FIXEDFILEINFO *fixed;
  UINT length;
  WORD *languages;
  if (count < 2 || !GetFileVersionInfoW(arguments[1], 0, size, all)) return 1;
  VerQueryValueW(all, L"\\", (void **)&fixed, &length);
  printf("version %d.%d.%d.%d flags %d\n", HIWORD(fixed->dwFileVersionMS), LOWORD(fixed->dwFileVersionMS),
         HIWORD(fixed->dwFileVersionLS), LOWORD(fixed->dwFileVersionLS), (int)fixed->dwFileFlags);
  VerQueryValueW(all, L"\\VarFileInfo\\Translation", (void **)&languages, &length);
  for (UINT i = 0; i < length / 4; i++) {
    static const wchar_t *const NAMES[] = {L"CompanyName", L"FileDescription", L"FileVersion", L"LegalCopyright",
                                           L"OriginalFilename", L"ProductName", L"ProductVersion"};
    for (int n = 0; n < 7; n++) {
      wchar_t path[100];
      wchar_t *value;
      UINT characters;
      char text[500];
      wsprintfW(path, L"\\StringFileInfo\\%04x%04x\\%s", languages[2 * i], languages[2 * i + 1], NAMES[n]);
      if (VerQueryValueW(all, path, (void **)&value, &characters)) {
        WideCharToMultiByte(CP_UTF8, 0, value, -1, text, 500, NULL, NULL);
        printf("%04x %S %s\n", languages[2 * i], NAMES[n], text);
      }
    }
  }
  HMODULE module = LoadLibraryExW(arguments[1], NULL, LOAD_LIBRARY_AS_DATAFILE);
  EnumResourceNamesW(module, (LPCWSTR)RT_GROUP_ICON, group, 0);
  return 0;
}
