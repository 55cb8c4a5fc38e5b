package inky.courier.mail;

/** How Courier shows a mail server who it is. */
public enum MailSignIn {
    NONE,
    /** The account's password or an app password, by PLAIN (RFC 4616) or LOGIN. */
    PASSWORD
}
