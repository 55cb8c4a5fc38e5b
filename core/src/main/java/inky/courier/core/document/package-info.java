/**
 * Pages into files. In: pages one at a time. Out: a file written as a stream, with memory bound to one page.
 */
@NullMarked
package inky.courier.core.document;

import org.jspecify.annotations.NullMarked;
