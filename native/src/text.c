#include "start.h"

/* The compiler calls these for structures and loops of its own. */
void *memset(void *at, int value, size_t count) {
  volatile unsigned char *to = at;
  while (count-- > 0) {
    *to++ = (unsigned char)value;
  }
  return at;
}

void *memcpy(void *to, const void *from, size_t count) {
  volatile unsigned char *out = to;
  const unsigned char *in = from;
  while (count-- > 0) {
    *out++ = *in++;
  }
  return to;
}

void *memory(SIZE_T bytes) {
  void *at = HeapAlloc(GetProcessHeap(), HEAP_ZERO_MEMORY, bytes);
  if (at == NULL) {
    ExitProcess(CODE_MEMORY);
  }
  return at;
}

void memory_free(void *at) {
  if (at != NULL) {
    HeapFree(GetProcessHeap(), 0, at);
  }
}

/* Makes room for so many characters and the zero behind them. */
static void text_room(struct text *t, DWORD more) {
  DWORD room;
  WCHAR *fresh;
  /* a text of a gigabyte is a fault, not a text */
  if (more > 0x10000000 || t->length > 0x10000000) {
    ExitProcess(CODE_MEMORY);
  }
  if (t->length + more < t->room) {
    return;
  }
  room = (t->length + more + 1) * 2;
  fresh = memory((SIZE_T)room * sizeof(WCHAR));
  if (t->at != NULL) {
    memcpy(fresh, t->at, (SIZE_T)t->length * sizeof(WCHAR));
    memory_free(t->at);
  }
  t->at = fresh;
  t->room = room;
}

void text_add_part(struct text *t, const WCHAR *more, DWORD length) {
  text_room(t, length);
  memcpy(t->at + t->length, more, (SIZE_T)length * sizeof(WCHAR));
  t->length += length;
  t->at[t->length] = 0;
}

void text_add(struct text *t, const WCHAR *more) { text_add_part(t, more, length_of(more)); }

void text_add_char(struct text *t, WCHAR c) { text_add_part(t, &c, 1); }

void text_add_number(struct text *t, DWORD number) {
  WCHAR digits[12];
  DWORD at = 12;
  do {
    digits[--at] = (WCHAR)(L'0' + number % 10);
    number /= 10;
  } while (number > 0);
  text_add_part(t, digits + at, 12 - at);
}

void text_clear(struct text *t) {
  text_room(t, 0);
  t->length = 0;
  t->at[0] = 0;
}

void text_free(struct text *t) {
  memory_free(t->at);
  t->at = NULL;
  t->length = 0;
  t->room = 0;
}

WCHAR *text_copy(const WCHAR *from) {
  DWORD length = length_of(from);
  WCHAR *copy = memory(((SIZE_T)length + 1) * sizeof(WCHAR));
  memcpy(copy, from, (SIZE_T)length * sizeof(WCHAR));
  return copy;
}

DWORD length_of(const WCHAR *text) {
  DWORD length = 0;
  while (text[length] != 0) {
    length++;
  }
  return length;
}

BOOL same_part(const WCHAR *a, const WCHAR *b, DWORD length) {
  DWORD i;
  for (i = 0; i < length; i++) {
    if (a[i] != b[i]) {
      return FALSE;
    }
  }
  return TRUE;
}

BOOL same(const WCHAR *a, const WCHAR *b) {
  DWORD length = length_of(a);
  return length == length_of(b) && same_part(a, b, length);
}

const WCHAR *find_char(const WCHAR *text, WCHAR c) {
  while (*text != 0) {
    if (*text == c) {
      return text;
    }
    text++;
  }
  return NULL;
}

const WCHAR *find_last(const WCHAR *text, WCHAR c) {
  const WCHAR *last = NULL;
  while (*text != 0) {
    if (*text == c) {
      last = text;
    }
    text++;
  }
  return last;
}

/* The number that a text starts with, 0 for none; too large ones stay at the largest. */
DWORD number_of(const WCHAR *text) {
  DWORD number = 0;
  while (*text >= L'0' && *text <= L'9') {
    if (number > 400000000) {
      return 0xFFFFFFFF;
    }
    number = number * 10 + (DWORD)(*text - L'0');
    text++;
  }
  return number;
}

BOOL text_add_utf8(struct text *t, const char *bytes, DWORD length) {
  int count;
  if (length == 0) {
    return TRUE;
  }
  if (length > 0x1000000) {
    return FALSE;
  }
  count = MultiByteToWideChar(CP_UTF8, MB_ERR_INVALID_CHARS, bytes, (int)length, NULL, 0);
  if (count <= 0) {
    return FALSE;
  }
  text_room(t, (DWORD)count);
  MultiByteToWideChar(CP_UTF8, MB_ERR_INVALID_CHARS, bytes, (int)length, t->at + t->length, count);
  t->length += (DWORD)count;
  t->at[t->length] = 0;
  return TRUE;
}

char *file_bytes(const WCHAR *path, DWORD most, DWORD *length) {
  char *bytes;
  DWORD got = 0;
  HANDLE file = CreateFileW(path, GENERIC_READ, FILE_SHARE_READ | FILE_SHARE_WRITE, NULL,
                            OPEN_EXISTING, FILE_ATTRIBUTE_NORMAL, NULL);
  if (file == INVALID_HANDLE_VALUE) {
    return NULL;
  }
  bytes = memory((SIZE_T)most + 1);
  *length = 0;
  while (*length < most && ReadFile(file, bytes + *length, most - *length, &got, NULL) && got > 0) {
    *length += got;
  }
  CloseHandle(file);
  return bytes;
}
