/**
 * What one button does. In: profile, name and destination. Out: a valid job, or what is wrong with it.
 */
@NullMarked
package inky.courier.core.job;

import org.jspecify.annotations.NullMarked;
