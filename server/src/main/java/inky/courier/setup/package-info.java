/** The one door for every change of the set-up, and the set-up as one value. */
package inky.courier.setup;
