/** Where files go, and the {@link inky.courier.destination.Connector} that every way out implements. */
package inky.courier.destination;
