/** Profiles and jobs tried on pages before anything is scanned or sent. */
package inky.courier.rehearsal;
