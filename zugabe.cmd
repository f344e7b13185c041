@echo off
rem Starts Zugabe; builds it first when it was never built or when its sources changed. Passes arguments and exit code on.
rem ZUGABE_JAVA_OPTIONS adds options for the Java runtime, such as -Xmx256m.
setlocal
set "ZUGABE_JAR=%~dp0cli\target\app\zugabe.jar"
set "ZUGABE_JAVA=java"
if defined JAVA_HOME if exist "%JAVA_HOME%\bin\java.exe" set "ZUGABE_JAVA=%JAVA_HOME%\bin\java.exe"
if not exist "%ZUGABE_JAR%" goto build

rem The program itself looks whether its sources are newer, since cmd can't compare times; 75 is its word for "build me again".
"%ZUGABE_JAVA%" -XX:+UseSerialGC %ZUGABE_JAVA_OPTIONS% "-Dzugabe.checkout=%~dp0." -jar "%ZUGABE_JAR%" %*
if not "%ERRORLEVEL%" == "75" exit /b %ERRORLEVEL%

:build
echo zugabe: building the program, because it is new or its sources changed ... 1>&2
if exist "%~dp0demo\target\workspace" rmdir /s /q "%~dp0demo\target\workspace"
if exist "%~dp0cli\target\app\demo" rmdir /s /q "%~dp0cli\target\app\demo"
if exist "%~dp0cli\target\app\lib" rmdir /s /q "%~dp0cli\target\app\lib"
pushd "%~dp0"
call mvn -q -B -Dquick -DskipTests -pl formats,inner-loader,core,kinds,demo,stand-ins,short-start,cli package 1>&2
if errorlevel 1 goto failed
popd
"%ZUGABE_JAVA%" -XX:+UseSerialGC %ZUGABE_JAVA_OPTIONS% -jar "%ZUGABE_JAR%" %*
exit /b %ERRORLEVEL%

:failed
popd
echo zugabe: the build failed; the lines above say why 1>&2
exit /b 3
