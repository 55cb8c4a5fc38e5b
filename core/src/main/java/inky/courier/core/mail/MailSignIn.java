package inky.courier.core.mail;

/** How Courier shows a mail server who it is. */
public enum MailSignIn {
    NONE,
    /** The account's password or an app password, by PLAIN (RFC 4616) or LOGIN. */
    PASSWORD,
    /** A bearer token of OAuth 2 (RFC 7628), made anew from a refresh token before it runs out. */
    BEARER
}
