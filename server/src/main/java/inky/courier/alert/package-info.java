/**
 * Alerts: what needs a person before anybody has looked. In: signs of what {@link inky.courier.alert.SignSource}s see. Out: alerts,
 * one for each cause, at the desk, by mail and to other programs.
 */
@NullMarked
package inky.courier.alert;

import org.jspecify.annotations.NullMarked;
