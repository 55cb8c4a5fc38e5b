package inky.courier.core.destination;

/** What is set up of one destination; which record it is, its kind says. */
public sealed interface DestinationSettings
        permits MailSettings, FolderSettings, LinkSettings, PrintSettings, NoSettings {}
