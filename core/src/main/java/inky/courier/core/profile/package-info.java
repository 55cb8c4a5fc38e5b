/**
 * How paper becomes pages. In: what a person chose. Out: a valid profile, or what is wrong with it.
 */
@NullMarked
package inky.courier.core.profile;

import org.jspecify.annotations.NullMarked;
