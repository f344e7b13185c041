rem Tells %1 whatever it holds: what a loop's variable stands for isn't read as a command again.
:tell
for /f "delims=" %%s in ("%~1") do echo @PROGRAM@: %%s 1>&2
exit /b 0

rem Whether a setting has a quotation mark: it would end what the command processor leaves alone. Sets QUOTED.
:look
if not exist %SystemRoot%\System32\find.exe set "QUOTED=yes"
for /f "usebackq skip=2 eol=# delims=" %%l in (`%SystemRoot%\System32\find.exe """" "%SETTINGS%"`) do set "QUOTED=yes"
if defined QUOTED call :tell "%SETTINGS%: a setting can't have quotation marks; spaces need none"
exit /b 0

rem One "key = value"; spaces around both don't count.
:setting
if not defined KEY exit /b 0
:key
if "%KEY:~0,1%" == " " set "KEY=%KEY:~1%"& goto key
:keyend
if "%KEY:~-1%" == " " set "KEY=%KEY:~0,-1%"& goto keyend
if "%KEY:~0,1%" == "#" exit /b 0
if not defined VALUE call :tell "%SETTINGS%: 'key = value' is wanted, not '%KEY%'"
if not defined VALUE exit /b 1
:value
if "%VALUE:~0,1%" == " " set "VALUE=%VALUE:~1%"& goto value
:valueend
if "%VALUE:~-1%" == " " set "VALUE=%VALUE:~0,-1%"& goto valueend
rem before a quotation mark, backslashes count twice
set "TAIL="
set "REST=%VALUE%"
:tail
if "%REST:~-1%" == "\" set "TAIL=%TAIL%\"& set "REST=%REST:~0,-1%"& goto tail
