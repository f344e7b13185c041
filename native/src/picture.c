#include "start.h"

/*
 * The opening picture: width and height as two numbers of four bytes, then rows of pixels (blue,
 * green, red, opacity; multiplied by the opacity), the uppermost first.
 */

enum { MOST_SIDE = 4096, STEP_MILLISECONDS = 50 };

static HWND window;

static LRESULT CALLBACK happens(HWND of, UINT message, WPARAM what, LPARAM with) {
  return USER(DefWindowProcW)(of, message, what, with);
}

static void paint(const unsigned char *pixels, int width, int height) {
  BITMAPINFO info = {0};
  BLENDFUNCTION blend = {AC_SRC_OVER, 0, 255, AC_SRC_ALPHA};
  SIZE size;
  POINT from = {0, 0};
  void *bits = NULL;
  HDC screen = USER(GetDC)(NULL);
  HDC own = GDI(CreateCompatibleDC)(screen);
  HBITMAP bitmap;
  info.bmiHeader.biSize = sizeof(BITMAPINFOHEADER);
  info.bmiHeader.biWidth = width;
  info.bmiHeader.biHeight = -height;
  info.bmiHeader.biPlanes = 1;
  info.bmiHeader.biBitCount = 32;
  bitmap = GDI(CreateDIBSection)(own, &info, DIB_RGB_COLORS, &bits, NULL, 0);
  if (bitmap != NULL) {
    HGDIOBJ before = GDI(SelectObject)(own, bitmap);
    memcpy(bits, pixels, (SIZE_T)width * (SIZE_T)height * 4);
    size.cx = width;
    size.cy = height;
    USER(UpdateLayeredWindow)(window, screen, NULL, &size, own, &from, 0, &blend, ULW_ALPHA);
    GDI(SelectObject)(own, before);
    GDI(DeleteObject)(bitmap);
  }
  GDI(DeleteDC)(own);
  USER(ReleaseDC)(NULL, screen);
}

void picture_show(void) {
  DWORD bytes = 0;
  const unsigned char *data = data_picture(&bytes);
  const DWORD *sides = (const DWORD *)data;
  WNDCLASSW class = {0};
  int width;
  int height;
  if (data == NULL || bytes < 8 || sides[0] == 0 || sides[0] > MOST_SIDE || sides[1] == 0 || sides[1] > MOST_SIDE ||
      bytes - 8 < sides[0] * sides[1] * 4) {
    return;
  }
  width = (int)sides[0];
  height = (int)sides[1];
  class.lpfnWndProc = happens;
  class.hInstance = GetModuleHandleW(NULL);
  class.lpszClassName = L"opening";
  if (USER(RegisterClassW)(&class) == 0) {
    return;
  }
  window = USER(CreateWindowExW)(WS_EX_LAYERED | WS_EX_TOOLWINDOW | WS_EX_TOPMOST, class.lpszClassName, data_or(L"title", L""),
                           WS_POPUP, (USER(GetSystemMetrics)(SM_CXSCREEN) - width) / 2,
                           (USER(GetSystemMetrics)(SM_CYSCREEN) - height) / 2, width, height, NULL, NULL,
                           class.hInstance, NULL);
  if (window != NULL) {
    paint(data + 8, width, height);
    USER(ShowWindow)(window, SW_SHOWNOACTIVATE);
  }
}

static BOOL CALLBACK is_of(HWND one, LPARAM process) {
  DWORD owner = 0;
  USER(GetWindowThreadProcessId)(one, &owner);
  return owner != (DWORD)process || !USER(IsWindowVisible)(one);
}

void picture_wait(HANDLE process, DWORD id) {
  ULONGLONG until = GetTickCount64() + (ULONGLONG)data_number(L"picture.seconds", 15) * 1000;
  MSG message;
  while (window != NULL) {
    DWORD woken = USER(MsgWaitForMultipleObjects)(1, &process, FALSE, STEP_MILLISECONDS, QS_ALLINPUT);
    while (USER(PeekMessageW)(&message, NULL, 0, 0, PM_REMOVE)) {
      USER(DispatchMessageW)(&message);
    }
    if (woken == WAIT_OBJECT_0 || GetTickCount64() > until || !USER(EnumWindows)(is_of, (LPARAM)id)) {
      USER(DestroyWindow)(window);
      window = NULL;
    }
  }
}
