/**
 * Class files (Java Virtual Machine Specification, chapter 4), read only, through ASM, and only
 * what surveys need. Versions beyond what ASM knows are reported by number, never guessed at.
 */
package zugabe.formats.classfile;
