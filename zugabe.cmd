@echo off
rem Starts Zugabe; builds it first when it was never built. Passes arguments and exit code on.
setlocal
set "ZUGABE_APP=%~dp0cli\target\app"
set "ZUGABE_JAVA=java"
if defined JAVA_HOME if exist "%JAVA_HOME%\bin\java.exe" set "ZUGABE_JAVA=%JAVA_HOME%\bin\java.exe"
set "ZUGABE_STALE="
if not exist "%ZUGABE_APP%\zugabe.jar" set "ZUGABE_STALE=1"
if not defined ZUGABE_STALE (
  rem a source newer than the program means that it has to be built again
  powershell -NoProfile -Command "$j=(Get-Item -LiteralPath '%ZUGABE_APP%\zugabe.jar').LastWriteTime; foreach($d in 'formats','core','cli','demo'){ if(Get-ChildItem -Recurse -File -LiteralPath (Join-Path '%~dp0' ($d+'\src\main')) | Where-Object {$_.LastWriteTime -gt $j} | Select-Object -First 1){ exit 1 } }; exit 0"
  if errorlevel 1 set "ZUGABE_STALE=1"
)
if defined ZUGABE_STALE (
  echo zugabe: building the program, because it is new or its sources changed ... 1>&2
  if exist "%~dp0demo\target\workspace" rmdir /s /q "%~dp0demo\target\workspace"
  pushd "%~dp0"
  call mvn -q -B -Dquick -DskipTests -pl formats,core,demo,cli package 1>&2
  if errorlevel 1 (
    popd
    echo zugabe: the build failed; the lines above say why 1>&2
    exit /b 3
  )
  popd
)
"%ZUGABE_JAVA%" -XX:+UseSerialGC -jar "%ZUGABE_APP%\zugabe.jar" %*
exit /b %ERRORLEVEL%
