@echo off
rem Runs @PROGRAM@ of @TITLE@ as a scheduled task does, and writes what it says to a log.
setlocal DisableDelayedExpansion
set "FOLDER=%LOCALAPPDATA%\@CMD_NAME@"
if /i "%USERNAME%" == "%COMPUTERNAME%$" set "FOLDER=%ProgramData%\@CMD_NAME@"
if not exist "%FOLDER%\" mkdir "%FOLDER%"
call "%~dp0..\..\bin\@PROGRAM@.cmd"@SERVICE_ARGUMENTS@ >> "%FOLDER%\@UNIT@.log" 2>&1
exit /b %ERRORLEVEL%
