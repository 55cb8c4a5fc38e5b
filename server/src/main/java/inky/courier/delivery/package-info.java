/** Deliveries: what happens to a scan once it is sent, on an engine that loses nothing and tells every step. */
package inky.courier.delivery;
