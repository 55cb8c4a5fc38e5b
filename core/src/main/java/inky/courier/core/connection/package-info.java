/** What every line to a far side has in common: reached, encrypted, with a certificate. In: what was met. Out: causes. */
@NullMarked
package inky.courier.core.connection;

import org.jspecify.annotations.NullMarked;
