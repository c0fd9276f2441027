/**
 * Notes what is put into a field of a page that is shown already but does not answer yet, as on a phone that still
 * fetches its scripts: taking the page over would put every field back. Runs before anything else.
 */
export const TYPED_EARLY_SCRIPT = `{const fields=new Map,until=new AbortController;self.typedEarly={fields,until};for(const on of["input","change"])addEventListener(on,({target:t})=>{fields.delete(t);fields.set(t,/^(checkbox|radio)$/.test(t.type)?t.checked:t.value)},{capture:true,signal:until.signal})}`;
