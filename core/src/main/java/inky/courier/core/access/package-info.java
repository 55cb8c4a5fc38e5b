/** Who may do what at the desk, and the second factor of a sign-in. */
package inky.courier.core.access;
