/** What people do to the pages of a scan: edits by a page's identity, kept in order, undone, and applied alike everywhere. */
@NullMarked
package inky.courier.core.edit;

import org.jspecify.annotations.NullMarked;
