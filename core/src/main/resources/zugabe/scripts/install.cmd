@echo off
rem Installs @TITLE@ from the folder this script lies in. What fails is undone.
setlocal DisableDelayedExpansion
set "NAME=@CMD_NAME@"
set "VERSION=@CMD_VERSION@"
set "TITLE=@TITLE@"
set "CONTACT=@CMD_CONTACT@"
set "MODE=user"
set "PREFIX="
set "LOG="
set "DRY="
set "FORCE="
set "DOWNGRADE="
set "COMMANDS=yes"
set "SERVICES=yes"
set "ENTRIES=yes"
set "START=yes"
set "FIRST=yes"
set "HERE=%~dp0"

:options
set "OPTION=%~1"
if not defined OPTION goto ready
if "%OPTION%" == "--help" goto usage
if "%OPTION%" == "-h" goto usage
if "%OPTION%" == "/?" goto usage
if "%OPTION%" == "--user" set "MODE=user"& shift /1& goto options
if "%OPTION%" == "--system" set "MODE=system"& shift /1& goto options
if "%OPTION%" == "--no-commands" set "COMMANDS="& shift /1& goto options
if "%OPTION%" == "--no-services" set "SERVICES="& shift /1& goto options
if "%OPTION%" == "--no-menu" set "ENTRIES="& shift /1& goto options
if "%OPTION%" == "--no-start" set "START="& shift /1& goto options
if "%OPTION%" == "--no-first-run" set "FIRST="& shift /1& goto options
if "%OPTION%" == "--downgrade" set "DOWNGRADE=yes"& shift /1& goto options
if "%OPTION%" == "--force" set "FORCE=yes"& shift /1& goto options
if "%OPTION%" == "--dry-run" set "DRY=yes"& shift /1& goto options
set "VALUE=%~2"
if "%OPTION%" == "--prefix" goto prefix
if "%OPTION%" == "--log" goto log
call :wrong "there is no option %OPTION%; --help shows what there is"
exit /b 2

:prefix
if not defined VALUE goto novalue
set "PREFIX=%VALUE%"
shift /1
shift /1
goto options

:log
if not defined VALUE goto novalue
set "LOG=%VALUE%"
shift /1
shift /1
goto options

:novalue
call :wrong "%OPTION% needs a value; --help shows what there is"
exit /b 2

:usage
echo Example:
echo   install.cmd
echo.
echo Installs %TITLE% for the user who runs it, or for all users.
echo.
echo Usage: install.cmd [OPTIONS]
echo.
echo   --user           Install for this user. The default.
echo   --system         Install for all users; needs an administrator.
echo   --prefix DIR     Folder to install to, for this application alone. Default: %%LOCALAPPDATA%%\Programs\%NAME%, or %%ProgramFiles%%\%NAME%.
echo   --no-commands    Leave the path as it is.
echo   --no-services    Set no scheduled tasks up.
echo   --no-menu        Make no entries in the start menu.
echo   --no-start       Set scheduled tasks up, and don't start them.
echo   --no-first-run   Leave the first-run step out.
echo   --downgrade      Allow an older version over a newer one.
echo   --force          Replace files of others; they are kept beside.
echo   --dry-run        Only tell what would be done.
echo   --log FILE       Append what is said to FILE.
echo   -h, --help       Print this.
echo.
echo Exit codes: 0 done; 1 it can't be installed, and nothing was changed; 2 the command line is wrong.
if not defined CONTACT exit /b 0
echo Questions: %CONTACT%
exit /b 0

:ready
if not defined PREFIX if "%MODE%" == "user" set "PREFIX=%LOCALAPPDATA%\Programs\%NAME%"
if not defined PREFIX set "PREFIX=%ProgramFiles%\%NAME%"
for %%p in ("%PREFIX%") do set "PREFIX=%%~fp"
if "%PREFIX:~-1%" == "\" set "PREFIX=%PREFIX:~0,-1%"
set "RECORD=%PREFIX%\.installed"
set "OLD=%PREFIX%\.old"
set "NEW=%PREFIX%\.new"
set "BIN=%PREFIX%\bin"
set "KEY=HKCU\Environment"
if "%MODE%" == "system" set "KEY=HKLM\SYSTEM\CurrentControlSet\Control\Session Manager\Environment"
set "TASK=%NAME%"
set "MENU=%APPDATA%\Microsoft\Windows\Start Menu\Programs"
if "%MODE%" == "system" set "MENU=%ProgramData%\Microsoft\Windows\Start Menu\Programs"

rem What is in this folder is whole.
if not exist "%HERE%install\contents.windows" goto torn
set "MISSING="
for /f "usebackq delims=" %%f in ("%HERE%install\contents.windows") do if not exist "%HERE%%%f" set "MISSING=%%f"
if not defined MISSING goto whole
call :wrong "%MISSING% is missing here; unpack the archive again"
exit /b 1
:torn
call :wrong "there is no install\contents.windows beside this script; unpack the archive again"
exit /b 1
:whole

rem The prefix is this application's alone: nothing of others is ever moved.
set "SHARED="
if "%PREFIX:~2%" == "" set "SHARED=yes"
call :shared "%SystemDrive%"
call :shared "%SystemRoot%"
call :shared "%SystemRoot%\System32"
call :shared "%ProgramFiles%"
call :shared "%ProgramFiles(x86)%"
call :shared "%ProgramFiles%\Common Files"
call :shared "%ProgramData%"
call :shared "%USERPROFILE%"
call :shared "%PUBLIC%"
call :shared "%APPDATA%"
call :shared "%LOCALAPPDATA%"
call :shared "%LOCALAPPDATA%\Programs"
for %%p in ("%USERPROFILE%") do call :shared "%%~dpp"
if not defined SHARED goto own
call :wrong "%PREFIX% isn't a folder of one application; name one for it alone, such as --prefix %LOCALAPPDATA%\Programs\%NAME%"
exit /b 1
:own
if exist "%PREFIX%\.lock\" goto known
call :alone before
if errorlevel 1 exit /b 1
:known
if defined DRY goto look

set "AGAIN="
:again
if exist "%PREFIX%\" goto there
mkdir "%PREFIX%" 2>nul
if exist "%PREFIX%\" goto there
call :wrong "can't make the folder %PREFIX%; run it as a user who may, or name another place with --prefix"
exit /b 1
:there
rem This file stays open as long as the installation runs: it can't be renamed by others before.
set "TOKEN=.lock-%RANDOM%%RANDOM%"
for /f "delims=" %%s in ("%USERNAME% on %COMPUTERNAME% since %DATE% %TIME%") do > "%PREFIX%\%TOKEN%" echo %%s
if exist "%PREFIX%\%TOKEN%" goto begin
rem another installation that gives up takes the empty folder away
if not defined AGAIN set "AGAIN=yes"& goto again
call :wrong "can't write in %PREFIX%; run it as a user who may, or name another place with --prefix"
exit /b 1
:begin
call :locked <"%PREFIX%\%TOKEN%"
set "CODE=%ERRORLEVEL%"
del "%PREFIX%\%TOKEN%" 2>nul
rmdir "%PREFIX%" 2>nul
exit /b %CODE%

rem Whether the prefix is the folder %1.
:shared
set "PLACE=%~1"
if not defined PLACE exit /b 0
if "%PLACE:~-1%" == "\" set "PLACE=%PLACE:~0,-1%"
if /i "%PREFIX%" == "%PLACE%" set "SHARED=yes"
exit /b 0

rem Whether nothing of others is in the prefix; says it if there is.
:alone
if exist "%RECORD%" exit /b 0
if exist "%OLD%\" exit /b 0
set "OTHER="
if exist "%PREFIX%" for /f "delims=" %%f in ('dir /b /a "%PREFIX%" 2^>nul') do call :inside "%%f"
if not defined OTHER exit /b 0
rem before the lock is taken, another installation may be putting it there
if "%~1" == "before" if exist "%PREFIX%\.lock\" exit /b 0
if exist "%RECORD%" exit /b 0
call :wrong "%PREFIX% isn't empty, and no installation is recorded there (%OTHER% is in it); name a folder for the application alone"
exit /b 1

rem Whether %1 in the prefix is something else than a lock.
:inside
set "FILE=%~1"
if not "%FILE:~0,5%" == ".lock" set "OTHER=%FILE%"
exit /b 0

rem Only one at a time; who holds the lock is told. A holder that was killed keeps no file open.
:lock
mkdir "%PREFIX%\.lock" 2>nul
if not errorlevel 1 goto mine
set "HOLDER="
set "WHO=somebody"
if exist "%PREFIX%\.lock\name" for /f "usebackq delims=" %%l in ("%PREFIX%\.lock\name") do set "HOLDER=%%l"
if not defined HOLDER goto busy
if not "%HOLDER:~0,6%" == ".lock-" goto busy
ren "%PREFIX%\%HOLDER%" "%TOKEN%.taken" 2>nul
if not exist "%PREFIX%\%TOKEN%.taken" goto busy
del "%PREFIX%\%TOKEN%.taken"
rmdir /s /q "%PREFIX%\.lock"
goto lock
:mine
> "%PREFIX%\.lock\name" echo %TOKEN%
exit /b 0
:busy
if defined HOLDER if exist "%PREFIX%\%HOLDER%" for /f "usebackq delims=" %%l in ("%PREFIX%\%HOLDER%") do set "WHO=%%l"
call :wrong "another installation is going on in %PREFIX%: %WHO%. Wait for its end; if there is none, remove %PREFIX%\.lock"
exit /b 1

:locked
call :lock
if errorlevel 1 exit /b 1
rem what was looked at before the lock may be otherwise now
call :alone
if not errorlevel 1 call :look
set "CODE=%ERRORLEVEL%"
rmdir /s /q "%PREFIX%\.lock" 2>nul
exit /b %CODE%

:look
rem An installation that was broken off is undone first.
if not exist "%OLD%\" goto notbroken
if defined DRY goto notbroken
call :say "An earlier installation was broken off; undoing it."
call :undo
if not defined LOST goto notbroken
call :wrong "the earlier installation can't be undone: %PREFIX%\%LOST% isn't as it was. What was there lies in %OLD%"
exit /b 1
:notbroken
if not exist "%RECORD%" goto trusted
call :trust "%RECORD%"
if not defined WHY goto trusted
call :wrong "the record %RECORD% isn't trusted: %WHY%. Look at it; if it is no installation's, remove it"
exit /b 1
:trusted

set "BEFORE="
if exist "%RECORD%" for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "version" set "BEFORE=%%b"
set "OLDER="
if defined BEFORE call :older "%VERSION%" "%BEFORE%"
if defined DOWNGRADE set "OLDER="
if not defined OLDER goto notolder
call :wrong "version %BEFORE% is installed in %PREFIX%, and this is %VERSION%, which is older; --downgrade installs it all the same"
exit /b 1
:notolder

rem Files of others are never overwritten without being told to.
set "OTHER="
if not defined FORCE for /f "usebackq delims=" %%f in ("%HERE%install\contents.windows") do if exist "%PREFIX%\%%f" call :foreign "%%f"
if not defined OTHER goto noother
call :wrong "%PREFIX%\%OTHER% is there already, and isn't of an earlier installation; --force overwrites it"
exit /b 1
:noother
if defined ENTRIES if not defined FORCE call :menuthere
if not defined OTHER goto nomenu
call :wrong "%OTHER% is there already, and isn't of an earlier installation; --force overwrites it, --no-menu leaves it"
exit /b 1
:nomenu

if not defined DRY goto install
if defined BEFORE call :say "Would replace version %BEFORE% by %VERSION% in %PREFIX%:"
if not defined BEFORE call :say "Would install %TITLE% in %PREFIX%:"
for /f "usebackq delims=" %%f in ("%HERE%install\contents.windows") do call :say "  %PREFIX%\%%f"
if not defined ENTRIES exit /b 0
@CMD_MENU_TOLD@
exit /b 0

:install
mkdir "%OLD%" "%NEW%"
set "WHY="
for /f "usebackq delims=" %%f in ("%HERE%install\contents.windows") do if not defined WHY call :copy "%%f"
if defined WHY goto failed

rem Settings of the user stay; new defaults lie beside them.
for /f "usebackq delims=" %%f in ("%HERE%install\settings.windows") do if exist "%PREFIX%\%%f" call :keep "%%f"

rem Old files aside, new ones in, one by one: nothing of others goes with them.
if exist "%RECORD%" copy /y "%RECORD%" "%OLD%\.installed" >nul
if exist "%OLD%\.installed" for /f "usebackq tokens=1* delims==" %%a in ("%OLD%\.installed") do if "%%a" == "inside" if not defined WHY call :aside "%%b"
if defined WHY goto failed
for /f "usebackq delims=" %%f in ("%HERE%install\contents.windows") do if not defined WHY call :place "%%f"
if defined WHY goto failed

if not defined FIRST goto commands
if exist "%PREFIX%\.first-run" goto commands
@CMD_FIRST_RUN@
:commands
rem a colon, which no name can hold, ends a path, so that it can be found as a whole
> "%RECORD%.part" echo name=%NAME%
>> "%RECORD%.part" echo version=%VERSION%
>> "%RECORD%.part" echo mode=%MODE%
if defined COMMANDS call :addpath
for /f "usebackq delims=" %%f in ("%HERE%install\contents.windows") do >> "%RECORD%.part" echo inside=%%f:
if exist "%OLD%\.installed" for /f "usebackq tokens=1* delims==" %%a in ("%OLD%\.installed") do if "%%a" == "menu" del /q "%%b" 2>nul
if not defined ENTRIES goto menudone
@CMD_MENU@
:menudone
if exist "%OLD%\.kept" for /f "usebackq delims=" %%f in ("%OLD%\.kept") do >> "%RECORD%.part" echo kept=%%f:
if exist "%OLD%\.installed" for /f "usebackq tokens=1* delims==" %%a in ("%OLD%\.installed") do if "%%a" == "kept" >> "%RECORD%.part" echo kept=%%b
if defined SERVICES for %%s in (@CMD_SERVICE_NAMES@) do >> "%RECORD%.part" echo service=%%s
rem how many lines it has tells that it is whole
set "LINES=0"
for /f "usebackq delims=" %%l in ("%RECORD%.part") do set /a LINES+=1 >nul
>> "%RECORD%.part" echo lines=%LINES%
move /y "%RECORD%.part" "%RECORD%" >nul
if exist "%OLD%\.installed" for /f "usebackq tokens=1* delims==" %%a in ("%OLD%\.installed") do if "%%a" == "inside" call :emptied "%%b"
rmdir /s /q "%OLD%" 2>nul
rmdir /s /q "%NEW%" 2>nul
if defined BEFORE call :say "%TITLE% replaces %BEFORE% in %PREFIX%."
if not defined BEFORE call :say "%TITLE% is installed in %PREFIX%."
if defined COMMANDS call :say "Its commands are on the path of terminals that are opened from now on."
if not defined SERVICES goto told
@CMD_SERVICES@
:told
call :say "To remove it: %PREFIX%\uninstall.cmd"
exit /b 0

:failed
call :undo
if not defined LOST call :wrong "%WHY%. Everything is as it was."
if defined LOST call :wrong "%WHY%. It could not be undone: %PREFIX%\%LOST% isn't as it was. What was there lies in %OLD%; run install.cmd again when the cause is gone."
exit /b 1

rem Says %1 whatever it holds: what a loop's variable stands for isn't read as a command again.
:say
for /f "delims=" %%s in ("%~1") do echo %%s
if defined LOG for /f "delims=" %%s in ("%~1") do >> "%LOG%" echo %%s
exit /b 0

:wrong
for /f "delims=" %%s in ("%~1") do echo install.cmd: %%s 1>&2
if defined LOG for /f "delims=" %%s in ("%~1") do >> "%LOG%" echo install.cmd: %%s
exit /b 0

rem Whether the record has the line %1; ended by an error level of 1 if it hasn't. What "find" didn't see is looked for once more
rem without it, for a program that couldn't be started says the same.
:recorded
find "%~1" "%~2" >nul 2>&1
if not errorlevel 1 exit /b 0
for /f "usebackq delims=" %%l in ("%~2") do if /i "%%l" == "%~1" exit /b 0
exit /b 1

rem Whether %1 is of the earlier installation; settings never stand in the way.
:foreign
if not exist "%RECORD%" goto isforeign
call :recorded "inside=%~1:" "%RECORD%"
if not errorlevel 1 exit /b 0
:isforeign
set "FILE=%~1"
if "%FILE:~0,4%" == "etc\" if "%FILE:~-9%" == ".settings" exit /b 0
set "OTHER=%~1"
exit /b 0

:copy
for %%p in ("%NEW%\%~1") do if not exist "%%~dpp" mkdir "%%~dpp"
copy /y "%HERE%%~1" "%NEW%\%~1" >nul
if not exist "%NEW%\%~1" set "WHY=can't copy %~1 to %PREFIX%; is there room"
exit /b 0

:keep
rem a line that is no comment is somebody's
set "SET="
for /f "usebackq eol=# tokens=1 delims==" %%l in ("%PREFIX%\%~1") do if not "%%l" == "" set "SET=yes"
if not defined SET exit /b 0
copy /y "%NEW%\%~1" "%NEW%\%~1.new" >nul
copy /y "%PREFIX%\%~1" "%NEW%\%~1" >nul
exit /b 0

rem An old file out of the way; a path ends with a colon in the record.
:aside
set "FILE=%~1"
set "FILE=%FILE:~0,-1%"
if not exist "%PREFIX%\%FILE%" exit /b 0
for %%p in ("%OLD%\%FILE%") do if not exist "%%~dpp" mkdir "%%~dpp"
move "%PREFIX%\%FILE%" "%OLD%\%FILE%" >nul
if exist "%PREFIX%\%FILE%" set "WHY=can't replace %PREFIX%\%FILE%; is it running"
exit /b 0

rem A new file in its place; what others have there is kept beside.
:place
if not exist "%PREFIX%\%~1" goto free
move "%PREFIX%\%~1" "%PREFIX%\%~1.before-%NAME%" >nul
if exist "%PREFIX%\%~1" set "WHY=can't keep %PREFIX%\%~1"
if exist "%PREFIX%\%~1" exit /b 0
for /f "delims=" %%t in ("%~1") do >> "%OLD%\.kept" echo %%t
:free
for %%p in ("%PREFIX%\%~1") do if not exist "%%~dpp" mkdir "%%~dpp"
for /f "delims=" %%t in ("%~1") do >> "%OLD%\.placed" echo %%t
move "%NEW%\%~1" "%PREFIX%\%~1" >nul
if not exist "%PREFIX%\%~1" set "WHY=can't put %PREFIX%\%~1 in place"
if not exist "%NEW%\%~1.new" exit /b 0
for /f "delims=" %%t in ("%~1") do >> "%OLD%\.placed" echo %%t.new
move /y "%NEW%\%~1.new" "%PREFIX%\%~1.new" >nul
exit /b 0

rem Takes everything back, and looks whether it is; sets LOST to a file that isn't.
:undo
set "LOST="
if exist "%OLD%\.placed" for /f "usebackq delims=" %%t in ("%OLD%\.placed") do del /q "%PREFIX%\%%t" 2>nul
if exist "%OLD%\.placed" for /f "usebackq delims=" %%t in ("%OLD%\.placed") do call :emptied "%%t:"
if exist "%OLD%\.kept" for /f "usebackq delims=" %%t in ("%OLD%\.kept") do call :keptback "%%t"
if exist "%OLD%\.installed" for /f "usebackq tokens=1* delims==" %%a in ("%OLD%\.installed") do if "%%a" == "inside" call :back "%%b"
if defined LOST exit /b 1
if exist "%OLD%\.installed" copy /y "%OLD%\.installed" "%RECORD%" >nul
del "%RECORD%.part" 2>nul
rmdir /s /q "%NEW%" 2>nul
rmdir /s /q "%OLD%" 2>nul
exit /b 0

:back
set "FILE=%~1"
set "FILE=%FILE:~0,-1%"
if not exist "%OLD%\%FILE%" exit /b 0
for %%p in ("%PREFIX%\%FILE%") do if not exist "%%~dpp" mkdir "%%~dpp"
if not exist "%PREFIX%\%FILE%" move "%OLD%\%FILE%" "%PREFIX%\%FILE%" >nul
if exist "%OLD%\%FILE%" set "LOST=%FILE%"
exit /b 0

:keptback
for %%p in ("%PREFIX%\%~1") do if not exist "%%~dpp" mkdir "%%~dpp"
if not exist "%PREFIX%\%~1" move "%PREFIX%\%~1.before-%NAME%" "%PREFIX%\%~1" >nul
if not exist "%PREFIX%\%~1" set "LOST=%~1"
exit /b 0

@EMPTIED_CMD@

@TRUST_CMD@

rem Puts the commands' folder onto the path, once.
:addpath
set "ALL="
for /f "tokens=1,2*" %%a in ('reg query "%KEY%" /v Path 2^>nul') do if /i "%%a" == "Path" set "ALL=%%c"
set "REST="
if defined ALL call set "REST=%%ALL:%BIN%=%%"
for /f "delims=" %%s in ("%BIN%") do >> "%RECORD%.part" echo path=%%s
if defined ALL if not "%REST%" == "%ALL%" exit /b 0
if defined ALL reg add "%KEY%" /v Path /t REG_EXPAND_SZ /d "%ALL%;%BIN%" /f >nul
if not defined ALL reg add "%KEY%" /v Path /t REG_EXPAND_SZ /d "%BIN%" /f >nul
exit /b 0

rem Whether somebody else has an entry of one of our names.
:menuthere
@CMD_MENU_THERE@
exit /b 0
:menuforeign
if not exist "%~1" exit /b 0
if not exist "%RECORD%" goto ismenuforeign
call :recorded "menu=%~1" "%RECORD%"
if not errorlevel 1 exit /b 0
:ismenuforeign
set "OTHER=%~1"
exit /b 0

rem An entry in the start menu: %1 its file, %2 the program.
:menuentry
if not exist "%MENU%\" mkdir "%MENU%" 2>nul
> "%~1" echo [InternetShortcut]
if not exist "%~1" call :say "The entry %~1 can't be written."
if not exist "%~1" exit /b 0
for /f "delims=" %%s in ("%PREFIX:\=/%") do >> "%~1" echo URL=file:///%%s/%~2
if exist "%PREFIX%\share\icons\%NAME%.ico" for /f "delims=" %%s in ("%PREFIX%\share\icons\%NAME%.ico") do >> "%~1" echo IconFile=%%s
if exist "%PREFIX%\share\icons\%NAME%.ico" >> "%~1" echo IconIndex=0
for /f "delims=" %%s in ("%~1") do >> "%RECORD%.part" echo menu=%%s
call :say "In the start menu: %~n1."
exit /b 0

rem A scheduled task for service %1, started when %2 says.
:service
set "RUNAS="
if "%MODE%" == "system" set "RUNAS=/ru SYSTEM"
set "WHEN=/sc onlogon"
if "%MODE%" == "system" set "WHEN=/sc onstart"
if "%~2" == "demand" set "WHEN=/sc once /st 00:00"
call :say "Service %~1:"
schtasks /create /f /tn "%TASK%\%~1" /tr "\"%PREFIX%\share\services\%~1.cmd\"" %WHEN% %RUNAS% >nul 2>&1
if errorlevel 1 call :say "  It could not be set up as a scheduled task."
if defined START if not "%~2" == "demand" schtasks /run /tn "%TASK%\%~1" >nul 2>&1
call :say "  start:  schtasks /run /tn %TASK%\%~1"
call :say "  stop:   schtasks /end /tn %TASK%\%~1"
call :say "  status: schtasks /query /tn %TASK%\%~1"
if "%MODE%" == "user" call :say "  log:    %LOCALAPPDATA%\%NAME%\%~1.log"
if "%MODE%" == "system" call :say "  log:    %ProgramData%\%NAME%\%~1.log"
exit /b 0

rem Whether version %1 is older than version %2: the first four parts count; a tilde comes before everything.
:older
set "OLDER="
set "DECIDED="
set "REST1="
set "REST2="
for /f "tokens=1* delims=~" %%a in ("%~1") do (
  set "MAIN1=%%a"
  set "REST1=%%b"
)
for /f "tokens=1* delims=~" %%a in ("%~2") do (
  set "MAIN2=%%a"
  set "REST2=%%b"
)
for /f "tokens=1-4 delims=.-+_" %%a in ("%MAIN1%.0.0.0.0") do (
  set "A1=%%a"
  set "A2=%%b"
  set "A3=%%c"
  set "A4=%%d"
)
for /f "tokens=1-4 delims=.-+_" %%a in ("%MAIN2%.0.0.0.0") do call :parts "%%a" "%%b" "%%c" "%%d"
if defined DECIDED exit /b 0
if not defined REST1 exit /b 0
if not defined REST2 (
  set "OLDER=yes"
  exit /b 0
)
call :part "%REST1%" "%REST2%"
exit /b 0
:parts
call :part "%A1%" "%~1"
call :part "%A2%" "%~2"
call :part "%A3%" "%~3"
call :part "%A4%" "%~4"
exit /b 0
:part
if defined DECIDED exit /b 0
set "ONE=%~1"
set "TWO=%~2"
rem A leading zero would make it an octal number.
:bare1
if not "%ONE:~1%" == "" if "%ONE:~0,1%" == "0" (
  set "ONE=%ONE:~1%"
  goto bare1
)
:bare2
if not "%TWO:~1%" == "" if "%TWO:~0,1%" == "0" (
  set "TWO=%TWO:~1%"
  goto bare2
)
if "%ONE%" == "%TWO%" exit /b 0
set "DECIDED=yes"
if %ONE% LSS %TWO% set "OLDER=yes"
exit /b 0
