/**
 * The shelf: documents that stay with Courier until somebody takes or deletes them, in folders of a device or of the office. In: files of
 * deliveries ({@link inky.courier.shelf.ShelfConnector}) and of the desk. Out: lists, pictures and files for whoever may see them
 * ({@link inky.courier.shelf.ShelfVisitor}). Folders are items of the set-up.
 */
@NullMarked
package inky.courier.shelf;

import org.jspecify.annotations.NullMarked;
