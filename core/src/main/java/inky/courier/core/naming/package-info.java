/**
 * File names. In: a template and the values of one scan. Out: a name that the destination accepts, or where the template is wrong.
 */
package inky.courier.core.naming;
