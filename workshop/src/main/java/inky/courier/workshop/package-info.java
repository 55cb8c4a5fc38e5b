/**
 * The workshop as a command: analyse, make, estimate, name. One JSON object a line; bad input ends it with exit code 2 and a
 * message.
 */
package inky.courier.workshop;
