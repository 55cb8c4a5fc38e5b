/**
 * Consent of people to their own cloud folders (RFC 8628): asked for at a panel, kept sealed, renewed, and withdrawn by the
 * person or an administrator.
 */
package inky.courier.consent;
