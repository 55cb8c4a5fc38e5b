/** File-name templates of the office, their live examples, and the counters that they use up. */
package inky.courier.naming;
