/**
 * Pages into files. In: pages one at a time. Out: a file written as a stream, with memory bound to one page.
 */
package inky.courier.core.document;
