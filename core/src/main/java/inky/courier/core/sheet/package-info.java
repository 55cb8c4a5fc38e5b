/** The sheet of paper beside a device that says how to scan there. */
@org.jspecify.annotations.NullMarked
package inky.courier.core.sheet;
