/**
 * Notes what is done to a page that is shown already but does not answer yet, as on a phone that still fetches its
 * scripts: what is put into its fields, which taking the page over would put back, what is pressed, and that the
 * palette is asked for. Runs before anything else. Each thing counts once, as it was left, in the order of the last.
 */
export const DONE_EARLY_SCRIPT = `{
const done=new Map,offered=new Set,until=new AbortController;
const early=self.doneEarly={done,offered,until};
const keep=(at,put)=>{done.delete(at);done.set(at,put)};
const on=(kind,what)=>addEventListener(kind,e=>what(e.target,e),{capture:true,signal:until.signal});
for(const kind of["input","change"])on(kind,at=>keep(at,/^(checkbox|radio)$/.test(at.type)?at.checked:at.value));
on("keydown",(at,{key})=>key==="Enter"&&at.form===null&&offered.add(at));
on("keydown",(at,e)=>{if((e.ctrlKey||e.metaKey)&&e.key==="k"){e.preventDefault();early.key=e}});
on("click",at=>{const button=at.closest?.('button[type="button"]');button&&keep(button,null)});
on("submit",(at,e)=>{if(!at.hasAttribute("action")){e.preventDefault();keep(at,null)}})
}`;
