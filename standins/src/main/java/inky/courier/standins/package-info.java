/**
 * Simulated devices and services that speak the real open protocols on loopback. The application never sees this
 * package; it meets what is here only through IPP and SMTP.
 */
package inky.courier.standins;
