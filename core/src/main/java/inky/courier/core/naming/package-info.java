/**
 * File names. In: a template and the values of one scan. Out: a name that the destination accepts, or where the template is wrong.
 */
@NullMarked
package inky.courier.core.naming;

import org.jspecify.annotations.NullMarked;
