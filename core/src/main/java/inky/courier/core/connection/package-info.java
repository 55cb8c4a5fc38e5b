/** What every line to a far side has in common: reached, encrypted, with a certificate. In: what was met. Out: causes. */
package inky.courier.core.connection;
