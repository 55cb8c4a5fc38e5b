/**
 * Text of pages, and text spoken. In: a page raster or text. Out: words with their places, or audio. The work is done by
 * programs that Debian has; where they are missing, that is said with what to install.
 */
@NullMarked
package inky.courier.core.reading;

import org.jspecify.annotations.NullMarked;
