/** Texts that leave for other programs or for people's eyes. In: any text. Out: one that does no harm there. */
@NullMarked
package inky.courier.core.text;

import org.jspecify.annotations.NullMarked;
