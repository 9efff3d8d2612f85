package keensparrow.core.meaning;

import java.util.HashSet;
import java.util.Set;

/** HeadingWords of headings in the eight languages whose files are read, without accents, and what they say of a column. */
final class Vocabulary {
    private Vocabulary() {}

    private static Set<String> set(String... lists) {
        Set<String> words = new HashSet<>();
        for (String list : lists) {
            for (String word : list.trim().split("\\s+")) {
                words.add(word);
            }
        }
        return Set.copyOf(words);
    }

    static final Set<String> PERCENT =
            set("% ‰ percent percentage pct perc prozent pourcentage porcentaje percentuale procent");
    static final Set<String> PRICE = set(
            "price cost_per fare tariff fee_per rent wage salary pay compensation earning preis einzelpreis prix precio",
            "prezzo preco prijs cena gehalt lohn salaire salario stipendio ordenado salaris pensja miete msrp quote",
            "close open high low adj vwap bid ask strike");
    static final Set<String> RATE = set(
            "rate ratio share proportion fraction quota anteil taux tasa tasso taxa tarief stopa udzial parte yield",
            "frequency probability likelihood odds chance incidence prevalence penetration utilisation utilization occupancy",
            "efficiency accuracy precision recall conversion coverage turnout literacy unemployment inflation growth change",
            "margin density dichte densite concentration auslastung satz churn retention gini elasticity discount");
    static final Set<String> SCORE = set(
            "rating score grade gpa mark stars star satisfaction nps rank ranking index idx note bewertung evaluation puntuacion",
            "calificacion voto valutazione nota beoordeling cijfer ocena sentiment quality happiness coefficient factor",
            "zufriedenheit indice indeks likert iq ladder");
    static final Set<String> TEMPERATURE = set("temperature temp temperatur tmax tmin tavg fahrenheit celsius °c °f °");
    static final Set<String> MOMENT = set(
            "humidity pressure wind speed velocity pace geschwindigkeit vitesse velocidad visibility ph brightness voltage",
            "magnitude depth altitude elevation hohe hoehe intensity acceleration torque horsepower displacement power_factor",
            "conductivity salinity turbidity dewpoint bearing heading angle slope curvature hue luminosity resistance");
    static final Set<String> AGE = set(
            "age alter edad eta idade leeftijd wiek tenure seniority experience expectancy lifeexp lifespan lebenserwartung vie");
    static final Set<String> DURATION = set(
            "duration delay latency lag wait waiting time runtime uptime minutes minute min seconds second sec hour hours",
            "days dauer zeit duree duracion durata duracao duur czas verspatung retard retraso ritardo atraso vertraging opoznienie");
    static final Set<String> BODY = set(
            "height width length weight size diameter radius thickness girth circumference bmi mass waist neck chest wingspan",
            "groesse grosse gewicht laenge lange breite taille poids peso altura altezza largo longueur largeur bill flipper",
            "sepal petal wheelbase calories fat sugars sodium fiber protein carbo alcohol wingspan horse");
    static final Set<String> MIDDLE = set(
            "average avg mean median mittelwert durchschnitt moyenne mediane media mediana gemiddelde srednia mittlere",
            "std stdev sd stddev variance var se stderr error ci lower upper min max minimum maximum quantile percentile",
            "z zscore log ln sqrt normalized normalised standardised standardized pct_change residual predicted fitted expected");
    static final Set<String> TEND = set("min max minimum maximum lowest highest peak");
    static final Set<String> LEVEL = set(
            "stock inventory onhand bestand lagerbestand balance saldo population pop einwohner bevolkerung bevoelkerung inhabitants habitants",
            "poblacion popolazione populacao bevolking ludnosc members mitglieder membres miembros soci membros leden subscribers",
            "abonnenten headcount employees workers mitarbeiter staff fte personnel workforce debt assets liabilities equity deposits",
            "outstanding backlog fleet capacity installed followers enrolled enrolment enrollment holdings reserves customers",
            "users accounts tenants residents beds kunden clients clientes voorraad zapas stan solde effectif wip",
            "gdp gnp gni bip pib unemployed employed jobless arbeitslose chomeurs desempleados inmates prisoners pupils teachers",
            "refugees livestock cattle");
    static final Set<String> RUNNING =
            set("cumulative cumulated cum cumul cumule kumuliert acumulado cumulativo ytd accumulated todate");
    static final Set<String> SUM = set(
            "amount revenue revenues sales turnover umsatz umsatze erlos erlose chiffre ventas ventes facturacion fatturato vendite",
            "receita omzet obrot przychod przychody betrag montant importe importo bedrag kwota valor_total count counts anzahl nombre numero",
            "aantal liczba num qty quantity quantities menge quantite cantidad quantita quantidade hoeveelheid ilosc",
            "costs cost kosten cout couts costes costi custos koszt koszty expense expenses spend spending ausgaben depenses gastos spese budget profit",
            "loss gain gewinn ertrag benefice beneficio utile lucro winst zysk tax taxes steuer fee fees payment payments paid",
            "units sold produced production output volume tonnes tons tonnage ton kwh mwh gwh twh energy consumption verbrauch",
            "consommation consumo verbruik zuzycie usage emissions passengers passagiere fahrgaste passagers pasajeros passeggeri",
            "visitors visits besucher visitas visite bezoekers guests nights orders bestellungen commandes pedidos ordini tickets",
            "calls clicks views impressions downloads sessions deaths births cases injuries injured killed fatalities casualties accidents incidents",
            "crimes worked overtime goals wins losses votes stimmen voix votos voti seats berths flights trips rides rentals",
            "hectares acres area flache superficie exports imports export import shipments deliveries refunds returns complaints",
            "donations subsidies credits debits deposits withdrawals transactions invoices items pieces stuck stueck pcs",
            "arrests murders assaults offences offenses medals gold silver bronze points punkte runs hits homers",
            "hr rbi ab bb so atbats caught raised funded funding investment capex opex subtotal net gross gesamt summe",
            "somme suma somma soma total totals totaal insgesamt donated served sent received opened bounced hospitalised",
            "hospitalized tested vaccinated doses registrations signups installs purchases cancelled passed failed pages words");
    static final Set<String> MONEY = set(
            "revenue revenues sales turnover umsatz umsatze erlos ventas facturacion fatturato vendite receita omzet obrot przychod",
            "amount betrag montant importe importo bedrag kwota profit gewinn benefice € $ £ eur usd gbp chf spend spending budget");
    static final Set<String> COST = set("cost costs kosten cout costo custo koszt price fee charge rate expense");
    static final Set<String> RAIN = set(
            "rain rainfall precipitation prcp precip snow snowfall niederschlag pluie lluvia pioggia chuva neerslag opad");
    static final Set<String> CURRENCY = set(
            "€ $ £ ¥ ₹ eur euro euros usd dollar dollars gbp chf jpy pln zloty cny inr sek nok dkk czk huf brl cad aud eurs teur keur meur");
    static final Set<String> AMOUNT_UNIT =
            set("kwh mwh gwh twh t tons tonnes hl gallons barrels pcs stk stuck units head ha hectares acres m3");

    static final Set<String> IDENTIFIER = set(
            "id ids identifier key code codes number no nr num uuid guid reference ref sku ean upc isbn iban account kontonummer",
            "nummer numero codigo codice index rowid rownames rownumber obs observation record serial phone tel telephone telefon",
            "fax passport ssn vin barcode ticker symbol hash url uri link email mail # kennung schlussel invoice artikelnummer",
            "kundennummer barras cas postcode");
    static final Set<String> NUMBERED_BY_OFFICES =
            set("iso fips gtin naics isic nace"); // texts of such codes are places or classes
    static final Set<String> POSTAL = set("zip zipcode postcode postal plz postleitzahl cap cep kod_pocztowy");
    static final Set<String> CODED = set(
            "month weekday dow class segment group type category cluster zone ward district region sector department dept priority",
            "status stage tier band gender sex code flag shift version kind quarter season period level grade floor cylinders cyl",
            "gears gear carb doors seats_per bedrooms bedroom bathrooms bathroom bathrms rooms stories storeys garagepl bedrms",
            "married children kids siblings sibsp parch education educ occupation occup race religion religious treatment dose_group",
            "monat wochentag klasse gruppe typ kategorie zone bezirk abteilung geschlecht quartal stufe etage mois jour_semaine",
            "classe groupe categorie sexe mes dia_semana clase grupo tipo categoria sexo mese classe gruppo genere maand klas groep",
            "geslacht miesiac klasa grupa plec day_of_week hour hourofday hod block plot site batch lot line team round cohort wave arm");
    static final Set<String> YEAR = set(
            "year years yr jahr annee an ano anno jaar rok fy jahrgang vintage season saison temporada stagione seizoen sezon",
            "founded established built opened erected born baujahr geburtsjahr grundung gegrundet birthyear yob since",
            "released release inception edition decade saeson geschaftsjahr exercice ejercicio esercizio boekjaar anni annees anos jahre");
    static final Set<String> PAST = set( // of a thing that is older than the row
            "birth born founded established built opened erected baujahr geburtsjahr grundung gegrundet birthyear yob dob hire hired",
            "joined since expiry expires due valid released release inception naissance nacimiento nascita nascimento geboorte",
            "urodzenia updated modified changed created_by construction model renovated remodel remod installation last letzte letzter letztes dernier derniere ultimo ultima",
            "laatste ostatni ostatnia seneste sista");
    static final Set<String> PLACE = set(
            "city country region state province county station town place location address nation municipality district continent",
            "origin destination land stadt pays ville pais ciudad paese citta cidade stad miasto kraj provincia departement canton",
            "bundesland ort standort territory airport port prefecture neighbourhood neighborhood borough iso3 iso2");
    static final Set<String> LATITUDE = set("lat latitude breite breitengrad latitud latitudine ycoord");
    static final Set<String> LONGITUDE = set("lon lng long longitude lange langengrad longitud longitudine xcoord");
    static final Set<String> NAMING = set(
            "name title station customer company product model player team athlete film movie book song artist hotel restaurant",
            "shop store employee person client supplier vendor school university hospital item description titel nom nombre nome",
            "naam nazwa bezeichnung kunde firma produkt artikel libelle intitule titulo titolo brand car species animal project campaign");
    static final Set<String> STRONG_NAMING = set("name title titel nom nombre nome naam nazwa bezeichnung");

    /** What is known by a number of its own; of several of them, in the plural, the number is how many. */
    static final Set<String> NUMBERED = set(
            "room gate platform track bus flight train coach wagon carriage berth bay desk locker lot apartment apt flat suite",
            "chapter page channel port bib jersey lane route house chair position slot zimmer gleis raum seite kapitel chambre",
            "salle quai habitacion sala anden stanza binario quarto kamer spoor pokoj peron");
    /** What was done with things that are counted, where the thing itself is not said. */
    static final Set<String> DONE = set(
            "shipped ordered delivered returned issued completed resolved closed collected harvested landed picked packed dispatched",
            "billed invoiced earned booked scanned replaced repaired disposed recycled withdrawn admitted discharged hired dismissed",
            "bought processed handled treated answered missed lost found scrapped rejected accepted created planted served");

    /** Of what may stand in a table again and again, once for each time. */
    static final Set<String> REPEATING = union(LEVEL, RAIN, RUNNING);

    private static Set<String> union(Set<String> first, Set<String> second, Set<String> third) {
        Set<String> all = new HashSet<>(first);
        all.addAll(second);
        all.addAll(third);
        return Set.copyOf(all);
    }
}
