/**
 * What is said to a person, as data: a code with arguments. In: messages of core and server. Out: their words in a language, from the
 * catalogues in ICU MessageFormat (English, German, Spanish, French).
 */
@NullMarked
package inky.courier.core.message;

import org.jspecify.annotations.NullMarked;
