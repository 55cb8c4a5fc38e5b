/** Mail servers: their settings, the probe that tries them step by step, and the connector that sends through them. */
package inky.courier.mail;
