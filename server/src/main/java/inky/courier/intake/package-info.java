/** What devices send by themselves: taken by mail, given to whom it belongs, kept for its owner where nobody is known. */
package inky.courier.intake;
