#include "start.h"

static HANDLE log_file = INVALID_HANDLE_VALUE;

/* What this program is: its header says whether the system gives it a console. */
BOOL is_console(void) {
  const unsigned char *image = (const unsigned char *)GetModuleHandleW(NULL);
  const IMAGE_DOS_HEADER *dos = (const IMAGE_DOS_HEADER *)image;
  const IMAGE_NT_HEADERS *headers = (const IMAGE_NT_HEADERS *)(image + dos->e_lfanew);
  return headers->OptionalHeader.Subsystem == IMAGE_SUBSYSTEM_WINDOWS_CUI;
}

/* Text as UTF-8 to a file, a pipe, or (as it is) to a console. */
static void write_text(HANDLE to, const WCHAR *text) {
  DWORD mode;
  DWORD done;
  DWORD length = length_of(text);
  int count;
  char *bytes;
  if (length == 0 || length > MOST_PATH * 4) {
    return;
  }
  if (GetConsoleMode(to, &mode)) {
    WriteConsoleW(to, text, length, &done, NULL);
    return;
  }
  count = WideCharToMultiByte(CP_UTF8, 0, text, (int)length, NULL, 0, NULL, NULL);
  bytes = memory((SIZE_T)count + 1);
  WideCharToMultiByte(CP_UTF8, 0, text, (int)length, bytes, count, NULL, NULL);
  WriteFile(to, bytes, (DWORD)count, &done, NULL);
  memory_free(bytes);
}

void say_open(void) {
  WCHAR *path = memory((MOST_PATH + 1) * sizeof(WCHAR));
  DWORD got = GetEnvironmentVariableW(L"ZUGABE_LAUNCH_LOG", path, MOST_PATH);
  if (got > 0 && got < MOST_PATH) {
    log_file = CreateFileW(path, FILE_APPEND_DATA, FILE_SHARE_READ | FILE_SHARE_WRITE, NULL,
                           OPEN_ALWAYS, FILE_ATTRIBUTE_NORMAL, NULL);
  }
  memory_free(path);
}

void say_log(const WCHAR *what, const WCHAR *more) {
  if (log_file != INVALID_HANDLE_VALUE) {
    write_text(log_file, what);
    write_text(log_file, more);
    write_text(log_file, L"\r\n");
  }
}

/* The window's parts; the numbers are of dialog templates ("DLGITEMTEMPLATE"). */
enum { ITEM_TEXT = 100, ITEM_OPEN = 101, CLASS_BUTTON = 0x80, CLASS_STATIC = 0x82 };

struct window {
  const WCHAR *text;
  const WCHAR *address; /* NULL for no button that opens it */
};

static INT_PTR CALLBACK happens(HWND dialog, UINT message, WPARAM what, LPARAM with) {
  if (message == WM_INITDIALOG) {
    const struct window *window = (const struct window *)with;
    HICON icon = USER(LoadIconW)(GetModuleHandleW(NULL), MAKEINTRESOURCEW(1));
    USER(SetWindowLongPtrW)(dialog, DWLP_USER, (LONG_PTR)with);
    USER(SetDlgItemTextW)(dialog, ITEM_TEXT, window->text);
    if (icon != NULL) {
      USER(SendMessageW)(dialog, WM_SETICON, ICON_BIG, (LPARAM)icon);
      USER(SendMessageW)(dialog, WM_SETICON, ICON_SMALL, (LPARAM)icon);
    }
    USER(SetForegroundWindow)(dialog);
    return TRUE;
  }
  if (message == WM_COMMAND && LOWORD(what) == ITEM_OPEN) {
    const struct window *window = (const struct window *)USER(GetWindowLongPtrW)(dialog, DWLP_USER);
    SHELL(ShellExecuteW)(dialog, L"open", window->address, NULL, NULL, SW_SHOWNORMAL);
    return TRUE;
  }
  if ((message == WM_COMMAND && (LOWORD(what) == IDCANCEL || LOWORD(what) == IDOK)) || message == WM_CLOSE) {
    USER(EndDialog)(dialog, 0);
    return TRUE;
  }
  return FALSE;
}

/* Dialog templates are rows of words, each item at a place that four divides. */
struct template {
  WORD *at;
  WORD *end;
};

static void put(struct template *t, DWORD value, DWORD words) {
  while (words-- > 0 && t->at < t->end) {
    *t->at++ = (WORD)value;
    value >>= 16;
  }
}

static void put_text(struct template *t, const WCHAR *text) {
  while (*text != 0 && t->at < t->end - 1) {
    *t->at++ = *text++;
  }
  put(t, 0, 1);
}

static void put_item(struct template *t, DWORD style, const short *at, WORD id, WORD class, const WCHAR *text) {
  if (((ULONG_PTR)t->at & 3) != 0) {
    put(t, 0, 1);
  }
  put(t, style | WS_CHILD | WS_VISIBLE, 2);
  put(t, 0, 2);
  put(t, (WORD)at[0], 1);
  put(t, (WORD)at[1], 1);
  put(t, (WORD)at[2], 1);
  put(t, (WORD)at[3], 1);
  put(t, id, 1);
  put(t, 0xFFFF, 1);
  put(t, class, 1);
  put_text(t, text);
  put(t, 0, 1);
}

enum { TEMPLATE_WORDS = 1024, WIDTH = 280, MARGIN = 10, LINE = 9, BUTTON = 80, BUTTON_HEIGHT = 15, MOST_TITLE = 200 };

/* Lines that a text takes, if each breaks after some 65 characters. */
static short height_of(const WCHAR *text) {
  DWORD lines = 1;
  DWORD column = 0;
  for (; *text != 0; text++) {
    if (*text == L'\n' || ++column > 65) {
      lines++;
      column = 0;
    }
  }
  return (short)((lines > 40 ? 40 : lines) * LINE);
}

static void show(const struct window *window) {
  struct template t;
  WORD *words = memory(TEMPLATE_WORDS * sizeof(WORD));
  const WCHAR *title = data_or(L"title", L"");
  struct text short_title = {0};
  short height = height_of(window->text);
  short text_at[4] = {MARGIN, MARGIN, WIDTH - 2 * MARGIN, height};
  short open_at[4] = {WIDTH - 2 * (BUTTON + MARGIN), 0, BUTTON, BUTTON_HEIGHT};
  short close_at[4] = {WIDTH - BUTTON - MARGIN, 0, BUTTON, BUTTON_HEIGHT};
  open_at[1] = (short)(height + 2 * MARGIN);
  close_at[1] = open_at[1];
  text_add_part(&short_title, title, length_of(title) > MOST_TITLE ? MOST_TITLE : length_of(title));
  t.at = words;
  t.end = words + TEMPLATE_WORDS;
  put(&t, WS_POPUP | WS_CAPTION | WS_SYSMENU | DS_MODALFRAME | DS_CENTER | DS_SETFONT | DS_SETFOREGROUND, 2);
  put(&t, WS_EX_APPWINDOW, 2);
  put(&t, window->address == NULL ? 2 : 3, 1);
  put(&t, 0, 2);
  put(&t, WIDTH, 1);
  put(&t, (WORD)(height + 3 * MARGIN + BUTTON_HEIGHT), 1);
  put(&t, 0, 2);
  put_text(&t, short_title.at);
  put(&t, 9, 1);
  put_text(&t, L"Segoe UI");
  put_item(&t, SS_NOPREFIX, text_at, ITEM_TEXT, CLASS_STATIC, L"");
  if (window->address != NULL) {
    put_item(&t, WS_TABSTOP | BS_DEFPUSHBUTTON, open_at, ITEM_OPEN, CLASS_BUTTON, data_text(L"open"));
  }
  put_item(&t, WS_TABSTOP, close_at, IDCANCEL, CLASS_BUTTON, data_text(L"close"));
  USER(DialogBoxIndirectParamW)(GetModuleHandleW(NULL), (LPCDLGTEMPLATEW)words, NULL, happens, (LPARAM)window);
  memory_free(words);
  text_free(&short_title);
}

static void say(const WCHAR *message, const WCHAR *address) {
  say_log(L"message: ", message);
  if (is_console()) {
    struct text line = {0};
    text_add(&line, data_or(L"title", L""));
    text_add(&line, L": ");
    text_add(&line, message);
    if (address != NULL) {
      text_add(&line, L"\n");
      text_add(&line, address);
    }
    text_add(&line, L"\n");
    write_text(GetStdHandle(STD_ERROR_HANDLE), line.at);
    text_free(&line);
  } else {
    struct window window;
    window.text = message;
    window.address = address;
    show(&window);
  }
}

void say_failure(const WCHAR *message) { say(message, NULL); }

/* Texts have {needed} and {found} where these go; nothing else in them means anything. */
static void filled(struct text *into, const WCHAR *text) {
  while (*text != 0) {
    if (same_part(text, L"{needed}", 8)) {
      text_add(into, data_text(L"needed"));
      text += 8;
    } else if (same_part(text, L"{found}", 7)) {
      text_add(into, seek_tried.length > 0 ? seek_tried.at : data_text(L"nothing"));
      text += 7;
    } else {
      text_add_char(into, *text++);
    }
  }
}

void say_no_java(void) {
  struct text message = {0};
  text_clear(&message);
  filled(&message, data_text(L"none"));
  say(message.at, data_of(L"address"));
  text_free(&message);
}

void say_missing(void) {
  struct text message = {0};
  text_add(&message, data_text(L"missing"));
  text_add(&message, L"\n");
  text_add_path(&message, data_of(L"beside"));
  say(message.at, NULL);
  text_free(&message);
}
