/** The people who scan, and their PINs. */
package inky.courier.people;
