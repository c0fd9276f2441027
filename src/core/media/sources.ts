/** Full references of the sources that the catalogue's media name. */
export const SOURCES: Readonly<Record<string, string>> = {
  "Abad et al. 2005":
    "Abad M et al. (2005) Physical properties of various coconut coir dusts compared to peat. HortScience 40:2138-2144",
  "Airhart, Natarella & Pokorny 1978":
    "Airhart DL, Natarella NJ, Pokorny FA (1978) The structure of processed pine bark. J Amer Soc Hort Sci 103:404-408",
  "Atiyeh et al. 2001":
    "Atiyeh RM et al. (2001) Pig manure vermicompost as a component of a horticultural bedding plant medium. Bioresource Technol 78:11-20",
  "Beardsell, Nichols & Jones 1979":
    "Beardsell DV, Nichols DG, Jones DL (1979) Physical properties of nursery potting-mixtures; Water relations of nursery potting-media. Sci Hort 11:1-8, 9-17",
  "Bilderback et al. 2005":
    "Bilderback TE, Warren SL, Owen JS, Albano JP (2005) Healthy substrates need physicals too! HortTechnology 15:747-751",
  "Bilderback, Fonteno & Johnson 1982":
    "Bilderback TE, Fonteno WC, Johnson DR (1982) Physical properties of media composed of peanut hulls, pine bark, and peatmoss. J Amer Soc Hort Sci 107:522-525",
  "Boertje 1995":
    "Boertje GA (1995) Chemical and physical characteristics of pumice as a growing medium. Acta Hort 401:85-87",
  "Bougoul et al. 2005":
    "Bougoul S, Ruy S, de Groot F, Boulard T (2005) Hydraulic and physical properties of stonewool substrates in horticulture. Sci Hort 104:391-405",
  "Bunt 1988": "Bunt AC (1988) Media and Mixes for Container-Grown Plants. Unwin Hyman",
  "Caron et al. 2005":
    "Caron J, Elrick DE, Beeson R, Boudreau J (2005) Defining critical capillary rise properties for growing media in nurseries. Soil Sci Soc Am J 69:794-806",
  "Carsel & Parrish 1988":
    "Carsel RF, Parrish RS (1988) Developing joint probability distributions of soil water retention characteristics. Water Resour Res 24:755-769",
  "Domeno, Irigoyen & Muro 2009":
    "Domeno I, Irigoyen N, Muro J (2009) Evolution of organic matter and drainages in wood fibre and coconut fibre substrates. Sci Hort 122:269-274",
  "Evans & Gachukia 2004":
    "Evans MR, Gachukia M (2004) Fresh parboiled rice hulls serve as an alternative to perlite in greenhouse crop substrates. HortScience 39:232-235",
  "Evans & Gachukia 2007":
    "Evans MR, Gachukia MM (2007) Physical properties of sphagnum peat-based root substrates amended with perlite or parboiled fresh rice hulls. HortTechnology 17:312-315",
  "Evans, Konduru & Stamps 1996":
    "Evans MR, Konduru S, Stamps RH (1996) Source variation in physical and chemical properties of coconut coir dust. HortScience 31:965-967",
  "Fields et al. 2014b":
    "Fields JS, Fonteno WC, Jackson BE, Heitman JL, Owen JS (2014) Hydrophysical properties, moisture retention, and drainage profiles of wood and traditional components for greenhouse substrates. HortScience 49:827-832",
  "Fields, Fonteno & Jackson 2014a":
    "Fields JS, Fonteno WC, Jackson BE (2014) Hydration efficiency of traditional and alternative greenhouse substrate components. HortScience 49:336-342",
  "Fonteno 1993":
    "Fonteno WC (1993) Problems and considerations in determining physical properties of horticultural substrates. Acta Hort 342:197-204",
  "Gizas & Savvas 2007":
    "Gizas G, Savvas D (2007) Particle size and hydraulic properties of pumice affect growth and yield of greenhouse crops in soilless culture. HortScience 42:1274-1280",
  "Gray et al. 2014":
    "Gray M, Johnson MG, Dragila MI, Kleber M (2014) Water uptake in biochars: the roles of porosity and hydrophobicity. Biomass Bioenergy 61:196-205",
  "Gruda & Schnitzler 2004":
    "Gruda N, Schnitzler WH (2004) Suitability of wood fiber substrate for production of vegetable transplants I. Physical properties of wood fiber substrates. Sci Hort 100:309-322",
  "Hayward & Clymo 1982":
    "Hayward PM, Clymo RS (1982) Profiles of water content and pore size in Sphagnum and peat, and their relation to peat bog ecology. Proc R Soc Lond B 215:299-325",
  "Heiskanen 1993":
    "Heiskanen J (1993) Water potential and hydraulic conductivity of peat growth media in containers during drying. Silva Fennica 27:1-7",
  "Kipp, Wever & de Kreij 2000": "Kipp JA, Wever G, de Kreij C (eds) (2000) International Substrate Manual. Elsevier",
  "Lane & Washburn 1946":
    "Lane KS, Washburn DE (1946) Capillarity tests by capillarimeter and by soil filled tubes. Highway Res Board Proc 26:460-473",
  "Londra 2010":
    "Londra PA (2010) Simultaneous determination of water retention curve and unsaturated hydraulic conductivity of substrates using a steady-state laboratory method. HortScience 45:1106-1112",
  "McCarter & Price 2014":
    "McCarter CPR, Price JS (2014) Ecohydrology of Sphagnum moss hummocks: mechanisms of capitula water supply and simulated effects of evaporation. Ecohydrology 7:33-44",
  "Michel, Riviere & Bellon-Fontaine 2001":
    "Michel JC, Riviere LM, Bellon-Fontaine MN (2001) Measurement of the wettability of organic materials in relation to water content by the capillary rise method. Eur J Soil Sci 52:459-467",
  "Milks, Fonteno & Larson 1989":
    "Milks RR, Fonteno WC, Larson RA (1989) Hydrology of horticultural substrates I-III. J Amer Soc Hort Sci 114:48-52, 53-56, 57-61",
  "Mumpton 1999":
    "Mumpton FA (1999) La roca magica: uses of natural zeolites in agriculture and industry. PNAS 96:3463-3470",
  "Naasz, Michel & Charpentier 2005":
    "Naasz R, Michel JC, Charpentier S (2005) Measuring hysteretic hydraulic properties of peat and pine bark using a transient method. Soil Sci Soc Am J 69:13-22",
  "Nkongolo & Caron 1999":
    "Nkongolo NV, Caron J (1999) Bark particle sizes and the modification of the physical properties of peat substrates. Can J Soil Sci 79:111-116",
  "Noguera et al. 2003":
    "Noguera P et al. (2003) Influence of particle size on physical and chemical properties of coconut coir dust used as container medium. Commun Soil Sci Plant Anal 34:593-605",
  "Orozco & Marfa 1995":
    "Orozco R, Marfa O (1995) Granulometric alteration, air-water equilibrium and hydraulic conductivity of perlite used in soilless cultures. Acta Hort 408:147-161",
  "Orozco, Marfa & Bures 1997":
    "Orozco R, Marfa O, Bures S (1997) Water status of graded perlites. Acta Hort 450:137-143",
  "Pokorny & Wetzstein 1984":
    "Pokorny FA, Wetzstein HY (1984) Internal porosity, water availability, and root penetration of pine bark particles. HortScience 19:447-449",
  "Prasad 1997": "Prasad M (1997) Physical, chemical and biological properties of coir dust. Acta Hort 450:21-29",
  "Price et al. 2008":
    "Price JS et al. (2008) A method to determine unsaturated hydraulic conductivity in living and undecomposed Sphagnum moss. Soil Sci Soc Am J 72:487-491",
  "Raviv & Lieth 2008": "Raviv M, Lieth JH (eds) (2008) Soilless Culture: Theory and Practice. Elsevier",
  "Raviv et al. 1999":
    "Raviv M et al. (1999) The effect of hydraulic characteristics of volcanic materials on yield of roses grown in soilless culture. J Amer Soc Hort Sci 124:205-209",
  "Sato et al. 2004":
    "Sato Y et al. (2004) Experimental analysis of moisture dynamics of litter layers - the effects of rainfall conditions and leaf shapes. Hydrol Process 18:3007-3018",
  "Son et al. 2006":
    "Son JE et al. (2006) Nutrient-flow wick culture system for potted plant production. Sci Hort 107:392-398",
  "Steinberg et al. 2005":
    "Steinberg SL et al. (2005) Physical and hydraulic properties of baked ceramic aggregates used for plant growth medium. J Amer Soc Hort Sci 130:767-774",
  "Valat, Jouany & Riviere 1991":
    "Valat B, Jouany C, Riviere LM (1991) Characterization of the wetting properties of air-dried peats and composts. Soil Sci 152:100-107",
  "Wallach, da Silva & Chen 1992":
    "Wallach R, da Silva FF, Chen Y (1992) Hydraulic characteristics of tuff (scoria) used as a container medium. J Amer Soc Hort Sci 117:415-421",
  "Walsh & Voigt 1977":
    "Walsh RPD, Voigt PJ (1977) Vegetation litter: an underestimated variable in hydrology and geomorphology. J Biogeogr 4:253-274",
  "Weber, Iden & Durner 2017":
    "Weber TKD, Iden SC, Durner W (2017) Unsaturated hydraulic properties of Sphagnum moss and peat reveal trimodal pore-size distributions. Water Resour Res 53",
  "da Silva, Wallach & Chen 1993":
    "da Silva FF, Wallach R, Chen Y (1993) Hydraulic properties of sphagnum peat moss and tuff (scoria) and their potential effects on water availability. Plant Soil 154:119-126",
  "da Silva, Wallach & Chen 1995":
    "da Silva FF, Wallach R, Chen Y (1995) Hydraulic properties of rockwool slabs used as substrates in horticulture. Acta Hort 401:71-75",
  "de Boodt & Verdonck 1972":
    "De Boodt M, Verdonck O (1972) The physical properties of the substrates in horticulture. Acta Hort 26:37-44",
  "van Bavel, Lascano & Wilson 1978":
    "van Bavel CHM, Lascano R, Wilson DR (1978) Water relations of fritted clay. Soil Sci Soc Am J 42:657-659",
};
