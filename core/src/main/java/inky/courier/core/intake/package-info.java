/** What devices send by themselves: who may send, what an address says of job, device and person, and what is no scan. */
package inky.courier.core.intake;
