/**
 * What one button does. In: profile, name and destination. Out: a valid job, or what is wrong with it.
 */
package inky.courier.core.job;
