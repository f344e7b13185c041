@echo off
rem Runs @PROGRAM@ of @TITLE@ as a scheduled task does, and writes what it says to a log.
setlocal DisableDelayedExpansion
set "FOLDER=%LOCALAPPDATA%\@CMD_NAME@"
if /i "%USERNAME%" == "%COMPUTERNAME%$" set "FOLDER=%ProgramData%\@CMD_NAME@"
if not exist "%FOLDER%\" mkdir "%FOLDER%"
rem started without "call", which would read its arguments a second time, it takes this one's place
"%~dp0..\..\bin\@PROGRAM@.cmd"@SERVICE_ARGUMENTS@ >> "%FOLDER%\@UNIT@.log" 2>&1
