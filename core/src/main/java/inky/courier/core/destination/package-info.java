/** What the ways out are, and what each is set up with. */
package inky.courier.core.destination;
