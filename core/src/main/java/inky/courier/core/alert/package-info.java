/** What a person has to be told of without having to look: rules, causes, and when what is unusual is more than chance. */
@NullMarked
package inky.courier.core.alert;

import org.jspecify.annotations.NullMarked;
