/** Tasks that lie in the database and are taken up by whichever instance is free. */
package inky.courier.queue;
