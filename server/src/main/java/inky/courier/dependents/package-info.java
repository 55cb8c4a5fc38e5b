/** What would stop working without a thing: asked before anything is deleted, and shown. */
package inky.courier.dependents;
