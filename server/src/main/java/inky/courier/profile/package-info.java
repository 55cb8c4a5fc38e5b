/** Scan profiles: how paper becomes pages and files. */
package inky.courier.profile;
