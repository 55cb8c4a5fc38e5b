/**
 * Checks before anyone scans, one class each. In: a job of the office at a device, or by a server. Out: findings with a code, a sentence, a remedy, and changes
 * that mend them where there are any.
 */
@NullMarked
package inky.courier.core.preflight;

import org.jspecify.annotations.NullMarked;
