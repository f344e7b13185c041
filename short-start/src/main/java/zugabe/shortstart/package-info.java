/**
 * Class files that a runtime starts sooner: a step of the build, after the program was laid out.
 */
package zugabe.shortstart;
