/**
 * What a file costs on its way. In: bytes of a file. Out: exact bytes as a mail, and whether a limit holds it.
 */
@NullMarked
package inky.courier.core.sizing;

import org.jspecify.annotations.NullMarked;
