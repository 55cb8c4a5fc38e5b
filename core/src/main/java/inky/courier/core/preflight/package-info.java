/**
 * Checks before anyone scans. In: a job and a device. Out: findings with a code, a sentence and a remedy.
 */
package inky.courier.core.preflight;
