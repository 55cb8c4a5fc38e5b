/** Lines to far sides: whom they trust, and how a probe of one is run, reported and kept. */
package inky.courier.connection;
