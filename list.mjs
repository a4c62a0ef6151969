import { createInjector } from 'typed-inject';
import { commonTokens } from '@stryker-mutator/api/plugin';
import { createInstrumenter } from '@stryker-mutator/instrumenter';
import { readFileSync, readdirSync } from 'node:fs';
const log = { isTraceEnabled:()=>false,isDebugEnabled:()=>false,trace(){},debug(){},info(){},warn:console.warn,error:console.error };
const inst = createInjector().provideValue(commonTokens.logger, log).injectFunction(createInstrumenter);
const areas=['core/sink','core/fly','core/drift','core/match','core/learn','lib/server','lib/documents'];
for (const a of areas){
 const files=readdirSync('src/'+a,{recursive:true,encoding:'utf8'}).filter(f=>f.endsWith('.ts')&&!f.endsWith('.test.ts')&&!f.endsWith('.d.ts')&&!f.includes('assembly/')).map(f=>'src/'+a+'/'+f);
 const {mutants}=await inst.instrument(files.map(name=>({name,content:readFileSync(name,'utf8'),mutate:true})),{plugins:null,excludedMutations:[],ignorers:[], mutationLevel:'Default'});
 const by={};for(const m of mutants)by[m.mutatorName]=(by[m.mutatorName]??0)+1;
 console.log(a,files.length,mutants.length,JSON.stringify(by));
}
