/** Who may use the desk: administrators, their sessions, and the slowing of guesses. */
package inky.courier.signin;
