/**
 * Starts a program from a jar that carries its libraries as jars inside. These classes are copied
 * into such jars as they are; they run on Java 8 and later and use nothing but the runtime.
 *
 * <p>What lies where in such a jar:
 *
 * <table>
 *   <caption>Layout</caption>
 *   <tr><td>{@code zugabe/inner/}</td><td>these classes</td></tr>
 *   <tr><td>{@code inner/index}</td><td>main class, libraries and their folders; see {@link Index}</td></tr>
 *   <tr><td>{@code inner/app/}</td><td>the program's own files</td></tr>
 *   <tr><td>{@code inner/lib/}</td><td>libraries, each stored without packing, byte for byte as they were</td></tr>
 *   <tr><td>{@code inner/native/PLATFORM/}</td><td>native libraries that the program loads by name</td></tr>
 * </table>
 *
 * <p>Addresses: a library is {@code inner:/path/outer.jar/~/inner/lib/NAME.jar}, a file in it
 * {@code jar:inner:/path/outer.jar/~/inner/lib/NAME.jar!/path}; one of the program's own files is
 * {@code jar:file:/path/outer.jar!/inner/app/path}. Characters outside RFC 3986's unreserved ones
 * and {@code / : @ $ & ' ( ) * + , ; =} are percent-encoded as UTF-8.
 */
package zugabe.inner;
