/**
 * Folders elsewhere. A {@link inky.courier.folder.FolderProtocol} opens one over its protocol; {@link
 * inky.courier.folder.FolderConnector} does the rest for all of them: names, temporary files, what a broken try left,
 * the probe and looking around. A new protocol is one class.
 */
package inky.courier.folder;
